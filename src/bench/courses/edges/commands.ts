import { say } from "@/language";
import { allGaps, answerOf } from "@/core/edits";
import { BRUSH_COMMANDS } from "./brush/brush-commands";
import type { Command, CommandContext } from "../../commands/command";
import { type FillShown, useFillState } from "../../made-up/fill-state";

const can = ({ get }: CommandContext): boolean => get().course === "edges" && get().recipe.edges.on;
const group = "edges";
const TURNS: Record<FillShown, FillShown> = { with: "without", without: "only", only: "with" };

/** What the keys do to the gaps. */
export const EDGES_COMMANDS: readonly Command[] = [
  {
    id: "fill-gaps",
    words: say("Fill all gaps"),
    group,
    keys: ["Shift+f"],
    can,
    run: ({ get }) => get().edit(allGaps("fill")),
  },
  {
    id: "leave-gaps",
    words: say("Leave all gaps as they are"),
    group,
    keys: ["Shift+n"],
    can,
    run: ({ get }) => get().edit(allGaps("leave")),
  },
  {
    id: "another-answer",
    words: say("Another answer for the fill"),
    group,
    keys: ["Shift+y"],
    can,
    run: ({ get }) => get().edit(answerOf((get().recipe.edges.seed ?? 1) + 1)),
  },
  {
    id: "fill-shown",
    words: say("Show the picture without the fill, only the fill, or both"),
    group,
    keys: ["Shift+h"],
    can,
    run: () => useFillState.setState(({ shown }) => ({ shown: TURNS[shown] })),
  },
  {
    id: "hatch-doubtful",
    words: say("Hatch what of the fill may be off"),
    group,
    keys: ["Shift+q"],
    can,
    run: () => useFillState.setState(({ hatched }) => ({ hatched: !hatched })),
  },
  ...BRUSH_COMMANDS,
];
