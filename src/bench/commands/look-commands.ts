import { say } from "@/language";
import { comparing, endComparing, useCompare } from "../compare/compare-state";
import type { Command } from "./command";

/** How the picture is looked at. */
export const LOOK_COMMANDS: readonly Command[] = [
  {
    id: "as-shot",
    words: say("As shot, or corrected"),
    group: "look",
    keys: ["s"],
    run: ({ get }) => get().set({ view: get().view === "corrected" ? "as-shot" : "corrected" }),
  },
  {
    id: "hold-original",
    words: say("The original alone, or the picture compared with, while held"),
    group: "look",
    keys: ["o"],
    written: say("O (hold)"),
    run: ({ get }) => {
      const { way, pace, front } = useCompare.getState();
      if (way === "blink" && pace === null) useCompare.setState({ front: !front });
      else if (way !== null) useCompare.setState({ front: true });
      else get().set({ holding: true });
    },
    release: ({ get }) => {
      if (useCompare.getState().way === "hold") useCompare.setState({ front: false });
      get().set({ holding: false });
    },
  },
  {
    id: "compare",
    words: say("Compare two pictures"),
    group: "look",
    keys: ["F8"],
    run: () => useCompare.setState(({ way }) => ({ way: way ? null : "wipe", front: false })),
  },
  {
    id: "end-compare",
    words: say("End comparing"),
    group: "look",
    keys: ["Escape"],
    can: comparing,
    run: endComparing,
  },
  {
    id: "marks",
    words: say("Marks shown or hidden"),
    group: "look",
    keys: ["h"],
    run: ({ get }) => get().set({ marks: !get().marks }),
  },
  {
    id: "grid",
    words: say("Grid over the picture"),
    group: "look",
    keys: ["g"],
    run: ({ get }) => get().set({ grid: !get().grid }),
  },
  {
    id: "stretch",
    words: say("Map of the stretch"),
    group: "look",
    keys: ["u"],
    run: ({ get }) => get().set({ stretch: !get().stretch }),
  },
  {
    id: "alone",
    words: say("The picture alone"),
    group: "look",
    keys: ["0"],
    run: ({ get }) => get().set({ alone: !get().alone }),
  },
  { id: "fit", words: say("Fit the picture"), group: "look", keys: ["f"], run: ({ sheet }) => sheet.fit() },
  { id: "actual", words: "100 %", group: "look", keys: ["d"], run: ({ sheet }) => sheet.zoomTo(1) },
  { id: "larger", words: say("Larger"), group: "look", keys: ["+", "="], run: ({ sheet }) => sheet.zoomBy(1.4) },
  { id: "smaller", words: say("Smaller"), group: "look", keys: ["-"], run: ({ sheet }) => sheet.zoomBy(1 / 1.4) },
];
