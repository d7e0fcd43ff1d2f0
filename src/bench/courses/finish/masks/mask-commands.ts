import { say } from "@/language";
import type { Mask } from "@/core/finish";
import { deleteMask, maskPlaces, moveMask, switchMask } from "@/core/edits";
import { compile, withCamera } from "@/core/render";
import { ARROW_KEYS, arrowOf, burstOf } from "../../../commands/arrows";
import type { Command, CommandContext } from "../../../commands/command";
import { movedOnPlane } from "../../../tools/moved-on-plane";
import { maskInTheMiddle } from "./new-mask";
import { useMasks } from "./mask-state";

const group = "finish";

const selectedMask = ({ get }: CommandContext): Mask | undefined =>
  get().course === "finish" ? get().recipe.finish?.masks?.find((m) => m.id === get().selected) : undefined;
const can = (context: CommandContext): boolean => selectedMask(context) !== undefined;

/** What the keys do to the selected mask. */
export const MASK_COMMANDS: readonly Command[] = [
  ...(["wash", "dab"] as const).map((kind): Command => ({
    id: `new-${kind}`,
    words: kind === "wash" ? say("New wash in the middle") : say("New dab in the middle"),
    group,
    keys: [],
    can: ({ get }) => get().course === "finish",
    run: ({ get }) => maskInTheMiddle(get, kind),
  })),
  {
    id: "switch-mask",
    words: say("Switch the mask on or off"),
    group,
    keys: ["Shift+z"],
    can,
    run: (context) => {
      const { id, on } = selectedMask(context)!;
      context.get().edit(switchMask(id, !on));
    },
  },
  {
    id: "delete-mask",
    words: say("Delete the mask"),
    group,
    keys: ["Delete", "Backspace"],
    can,
    run: (context) => {
      const { edit, set } = context.get();
      edit(deleteMask(selectedMask(context)!.id));
      set({ selected: null, selectedEnd: null });
    },
  },
  {
    id: "mask-covered",
    words: say("Show what the mask covers"),
    group,
    keys: ["'"],
    can,
    run: () => useMasks.setState(({ covered }) => ({ covered: !covered })),
  },
  {
    id: "move-mask",
    words: say("Move the mask, or the end that is held, by a pixel; with Shift by ten"),
    group,
    keys: ARROW_KEYS,
    written: say("Arrows"),
    can,
    run: (context, held) => {
      const by = arrowOf(held);
      const mask = selectedMask(context);
      if (!by || !mask) return;
      const { recipe, size, edit, selectedEnd } = context.get();
      const places = maskPlaces(mask) as readonly [number, number][];
      const moved = movedOnPlane({ map: compile(withCamera(recipe, size), size) }, places, by);
      if (!moved) return;
      const to = mask.ends && selectedEnd !== null ? places.map((p, i) => (i === selectedEnd ? moved[i]! : p)) : moved;
      edit(moveMask(mask.id, to), burstOf(`mask ${mask.id}`, context.get));
    },
  },
];
