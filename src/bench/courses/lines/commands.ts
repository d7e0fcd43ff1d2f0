import { say } from "@/language";
import type { BenchState } from "@/client/bench-store";
import { addLine, changeKind, deleteLine, moveBy, switchLine, turnFaceOn } from "@/core/edits";
import type { Line } from "@/core/recipe";
import { ARROW_KEYS, arrowOf, burstOf } from "../../commands/arrows";
import type { Command, CommandContext, Modifiers } from "../../commands/command";
import { newId } from "../../new-id";
import { clingLine, lengthenLine } from "./cling-line";
import { findLines } from "./find-lines";

const selectedLine = ({ get }: Pick<CommandContext, "get">): Line | undefined => {
  const { recipe, selected } = get();
  return recipe.lines.find((l) => l.id === selected);
};
const isSelected = (context: CommandContext): boolean => selectedLine(context) !== undefined;

/** Moves the selected line, or its end. */
function nudge(get: () => BenchState, held: Modifiers): void {
  const { selected, selectedEnd, edit } = get();
  const by = arrowOf(held);
  if (by && selected) edit(moveBy(selected, selectedEnd, by), burstOf(`keys-${selected}-${selectedEnd}`, get));
}

/** Selects the line so many further on. */
function step({ recipe, selected, set }: BenchState, by: 1 | -1): void {
  const n = recipe.lines.length;
  if (n === 0) return;
  const at = recipe.lines.findIndex((l) => l.id === selected);
  const next = at < 0 ? 0 : (at + by + n) % n;
  set({ selected: recipe.lines[next]!.id, selectedEnd: null });
}

function plumbInTheMiddle(bench: BenchState): void {
  const { size } = bench;
  const [x, y] = [size[0] / 2, size[1] / 2];
  const id = newId();
  const ends = [
    [x, y - size[1] * 0.2],
    [x, y + size[1] * 0.2],
  ] as const;
  bench.edit(addLine(id, "plumb", ends));
  bench.set({ selected: id, selectedEnd: 0, marks: true, course: "lines" });
}

const group = "lines";

/** What can be done with lines. */
export const LINES_COMMANDS: readonly Command[] = [
  {
    id: "find-lines",
    words: say("Find lines in the photo"),
    group,
    keys: ["q"],
    can: ({ get }) => !get().finding,
    run: ({ get, photo }) => {
      get().set({ course: "lines" });
      void findLines(get, photo);
    },
  },
  {
    id: "new-plumb",
    words: say("New plumb in the middle"),
    group,
    keys: ["n"],
    run: ({ get }) => plumbInTheMiddle(get()),
  },
  { id: "next-line", words: say("Next line"), group, keys: ["j"], run: ({ get }) => step(get(), 1) },
  { id: "previous-line", words: say("Previous line"), group, keys: ["k"], run: ({ get }) => step(get(), -1) },
  {
    id: "line-end",
    words: say("One end, the other, the whole line"),
    group,
    keys: ["e"],
    run: ({ get }) => {
      const { selectedEnd, set } = get();
      set({ selectedEnd: selectedEnd === null ? 0 : selectedEnd === 0 ? 1 : null });
    },
  },
  {
    id: "nudge",
    words: say("Move it by 1 px (Shift 10, Alt 0.1)"),
    group,
    keys: ARROW_KEYS,
    written: say("Arrows"),
    can: isSelected,
    run: ({ get }, held) => held && nudge(get, held),
  },
  {
    id: "change-kind",
    words: say("Plumb or sill"),
    group,
    keys: ["v"],
    can: isSelected,
    run: ({ get }) => get().edit(changeKind(get().selected!)),
  },
  {
    id: "cling",
    words: say("Cling to the edge"),
    group,
    keys: ["c"],
    can: isSelected,
    run: ({ get, photo }) => void clingLine(get, photo, get().selected!, 1, true),
  },
  {
    id: "lengthen",
    words: say("Lengthen along the edge"),
    group,
    keys: ["y"],
    can: isSelected,
    run: ({ get, photo }) => void lengthenLine(get, photo, get().selected!),
  },
  {
    id: "turn-wall",
    words: say("Turn this sill's wall face-on"),
    group,
    keys: ["w"],
    can: (context) => selectedLine(context)?.kind === "sill",
    run: ({ get }) => get().edit(turnFaceOn({ line: get().selected! })),
  },
  {
    id: "switch-line",
    words: say("Line on or off"),
    group,
    keys: ["x"],
    can: isSelected,
    run: ({ get }) => get().edit(switchLine(get().selected!)),
  },
  {
    id: "delete-line",
    words: say("Delete the line"),
    group,
    keys: ["Delete", "Backspace"],
    can: isSelected,
    run: ({ get }) => {
      get().edit(deleteLine(get().selected!));
      get().set({ selected: null });
    },
  },
];
