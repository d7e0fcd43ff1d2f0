import { deleteMeasure, moveMeasurePlace, placeMeasure, switchMeasure } from "@/core/edits";
import type { Vec2 } from "@/core/geometry";
import type { KnownMeasure } from "@/core/proportion";
import type { Command, CommandContext } from "../../commands/command";
import { settleMeasure } from "./settle-measure";
import { clearShapeState, useShapeState } from "./shape-state";

const selected = ({ get }: Pick<CommandContext, "get">): KnownMeasure | undefined =>
  get().recipe.proportion.measures?.find((m) => m.id === get().selected);
const can = (context: CommandContext): boolean =>
  context.get().course === "proportion" && selected(context) !== undefined;

const ARROWS: Readonly<Record<string, Vec2>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};
/** Moves by the keys within this time of each other are one step back, ms. */
const BURST_MS = 900;
let burst: ReturnType<typeof setTimeout> | undefined;

const group = "Shape";

/** What can be done with known measures, and what lies over the picture beside them. */
export const SHAPE_COMMANDS: readonly Command[] = [
  {
    id: "nudge-measure",
    words: "Move the measure, or its mark, by 1 px (Shift 10, Alt 0.1)",
    group,
    keys: Object.keys(ARROWS).flatMap((key) => [key, `Shift+${key}`]),
    written: "Arrows",
    can,
    run: (context, held) => {
      const arrow = held && ARROWS[held.key];
      const measure = selected(context);
      if (!arrow || !measure) return;
      const by = held.shiftKey ? 10 : held.altKey ? 0.1 : 1;
      const moved = ([x, y]: readonly [number, number]): Vec2 => [x + arrow[0] * by, y + arrow[1] * by];
      const { place } = useShapeState.getState();
      const bench = context.get();
      const one = place === null ? undefined : measure.points[place];
      const key = `keys-${measure.id}-${one ? place : ""}`;
      bench.edit(
        one ? moveMeasurePlace(measure.id, place!, moved(one)) : placeMeasure(measure.id, measure.points.map(moved)),
        key,
      );
      clearTimeout(burst);
      burst = setTimeout(() => {
        if (context.get().gesture === key) context.get().endGesture();
      }, BURST_MS);
    },
  },
  {
    id: "next-mark",
    words: "The measure's next mark, or the whole of it",
    group,
    keys: ["Shift+e"],
    can,
    run: (context) => {
      const measure = selected(context)!;
      const n = measure.kind === "ellipse" ? 0 : measure.points.length;
      useShapeState.setState(({ place }) => ({
        place: place === null ? (n > 0 ? 0 : null) : place + 1 < n ? place + 1 : null,
      }));
    },
  },
  {
    id: "settle-measure",
    words: "Settle the measure on the edges under it",
    group,
    keys: ["Shift+c"],
    can,
    run: ({ get, photo }) => void settleMeasure(get, photo, get().selected!, 1, true),
  },
  {
    id: "switch-measure",
    words: "Measure on or off",
    group,
    keys: ["Shift+x"],
    can,
    run: ({ get }) => get().edit(switchMeasure(get().selected!)),
  },
  {
    id: "delete-measure",
    words: "Delete the measure",
    group,
    keys: ["Delete", "Backspace"],
    can,
    run: ({ get }) => {
      get().edit(deleteMeasure(get().selected!));
      get().set({ selected: null });
    },
  },
  {
    id: "clear-tapes",
    words: "Take tapes and references off the picture",
    group,
    keys: ["Shift+d"],
    run: clearShapeState,
  },
];
