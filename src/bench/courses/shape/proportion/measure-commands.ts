import { say } from "@/language";
import { deleteMeasure, moveMeasurePlace, placeMeasure, switchMeasure } from "@/core/edits";
import type { Vec2 } from "@/core/geometry";
import type { KnownMeasure } from "@/core/shape/proportion";
import { ARROW_KEYS, arrowOf, burstOf } from "../../../commands/arrows";
import type { Command, CommandContext } from "../../../commands/command";
import { settleMeasure } from "./settle-measure";
import { clearMeasuring, useMeasuring } from "./measuring-state";

const selected = ({ get }: Pick<CommandContext, "get">): KnownMeasure | undefined =>
  get().recipe.proportion.measures?.find((m) => m.id === get().selected);
const can = (context: CommandContext): boolean => context.get().course === "shape" && selected(context) !== undefined;

const group = "shape";

/** What can be done with known measures, and what lies over the picture beside them. */
export const SHAPE_COMMANDS: readonly Command[] = [
  {
    id: "nudge-measure",
    words: say("Move the measure, or its mark, by 1 px (Shift 10, Alt 0.1)"),
    group,
    keys: ARROW_KEYS,
    written: say("Arrows"),
    can,
    run: (context, held) => {
      const by = arrowOf(held);
      const measure = selected(context);
      if (!by || !measure) return;
      const moved = ([x, y]: readonly [number, number]): Vec2 => [x + by[0], y + by[1]];
      const { place } = useMeasuring.getState();
      const one = place === null ? undefined : measure.points[place];
      const { edit } = context.get();
      edit(
        one ? moveMeasurePlace(measure.id, place!, moved(one)) : placeMeasure(measure.id, measure.points.map(moved)),
        burstOf(`keys-${measure.id}-${one ? place : ""}`, context.get),
      );
    },
  },
  {
    id: "next-mark",
    words: say("The measure's next mark, or the whole of it"),
    group,
    keys: ["Shift+e"],
    can,
    run: (context) => {
      const measure = selected(context)!;
      const n = measure.kind === "ellipse" ? 0 : measure.points.length;
      useMeasuring.setState(({ place }) => ({
        place: place === null ? (n > 0 ? 0 : null) : place + 1 < n ? place + 1 : null,
      }));
    },
  },
  {
    id: "settle-measure",
    words: say("Settle the measure on the edges under it"),
    group,
    keys: ["Shift+c"],
    can,
    run: ({ get, photo }) => void settleMeasure(get, photo, get().selected!, 1, true),
  },
  {
    id: "switch-measure",
    words: say("Measure on or off"),
    group,
    keys: ["Shift+x"],
    can,
    run: ({ get }) => get().edit(switchMeasure(get().selected!)),
  },
  {
    id: "delete-measure",
    words: say("Delete the measure"),
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
    words: say("Take tapes and references off the picture"),
    group,
    keys: ["Shift+d"],
    run: clearMeasuring,
  },
];
