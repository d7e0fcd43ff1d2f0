import { say } from "@/language";
import { strokeNames } from "../stroke-names";
import { deleteStroke, moveStroke, placesOf, switchStroke } from "@/core/edits";
import { compile, withCamera } from "@/core/render";
import { ARROW_KEYS, arrowOf, burstOf } from "../../../commands/arrows";
import type { Command, CommandContext } from "../../../commands/command";
import { movedOnPlane } from "../../../tools/moved-on-plane";
import { hardened, resized, sourceAt, useBrush, weakened } from "../../../brush/brush-state";

const group = "edges";
const inHand = ({ tool }: CommandContext): boolean => tool().brush !== undefined;
const isSelected = ({ get }: CommandContext): boolean =>
  get().course === "edges" && (get().recipe.edges.strokes ?? []).some((s) => s.id === get().selected);

const strokes = (context: CommandContext): boolean => inHand(context) && context.get().course === "edges";

/** A change of the brush by a key. @param can any brush, or those of this course. */
const brush = (id: string, words: string, key: string, run: Command["run"], can = strokes): Command => ({
  id,
  words,
  group,
  keys: [key],
  can,
  run,
});

/** What the keys do to the brushes and their strokes. */
export const BRUSH_COMMANDS: readonly Command[] = [
  brush(
    "brush-smaller",
    say("Smaller brush (also Alt and the wheel)"),
    "7",
    ({ get, tool }) => resized(1 / 1.15, get().size, tool().brush),
    inHand,
  ),
  brush("brush-larger", say("Larger brush"), "8", ({ get, tool }) => resized(1.15, get().size, tool().brush), inHand),
  brush("brush-softer", say("Softer brush"), ";", () => hardened(-0.1)),
  brush("brush-harder", say("Harder brush"), "'", () => hardened(0.1)),
  brush("brush-weaker", say("Weaker brush; after the weakest the strongest"), "9", weakened),
  {
    id: "graft-source",
    words: say("Graft from the place under the pointer"),
    group,
    keys: ["Shift+b"],
    can: (context) => strokes(context) && useBrush.getState().at !== null,
    run: ({ get }) => {
      sourceAt(useBrush.getState().at!);
      get().set({ tool: "graft" });
    },
  },
  {
    id: "switch-stroke",
    words: say("Switch the stroke on or off"),
    group,
    keys: ["Shift+z"],
    can: isSelected,
    run: ({ get }) => {
      const { selected, recipe, edit } = get();
      edit(switchStroke(selected!, !recipe.edges.strokes!.find((s) => s.id === selected)!.on));
    },
  },
  {
    id: "delete-stroke",
    words: say("Delete the stroke"),
    group,
    keys: ["Delete", "Backspace"],
    can: isSelected,
    run: ({ get }) => {
      get().edit(deleteStroke(get().selected!));
      get().set({ selected: null });
    },
  },
  {
    id: "move-stroke",
    words: say("Move the stroke by a pixel; with Shift by ten"),
    group,
    keys: ARROW_KEYS,
    written: say("Arrows"),
    can: isSelected,
    run: ({ get }, held) => {
      const by = arrowOf(held);
      const { selected, recipe, size, edit } = get();
      const stroke = recipe.edges.strokes?.find((s) => s.id === selected);
      if (!by || !stroke) return;
      const points = movedOnPlane({ map: compile(withCamera(recipe, size), size) }, placesOf(stroke), by);
      const name = strokeNames(recipe.edges.strokes!).get(stroke.id)!;
      if (points) edit(moveStroke(stroke.id, points), burstOf(`stroke ${name}`, get));
    },
  },
];
