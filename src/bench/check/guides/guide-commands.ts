import { say } from "@/language";
import { clearGuides, layGuide } from "@/core/edits";
import type { Guide } from "@/core/recipe";
import { compile, withCamera } from "@/core/render";
import type { Command, CommandContext } from "../../commands/command";
import { newId } from "../../new-id";

/** A guide through the middle of the frame; its tab on the ruler takes the arrow keys. */
function layInMiddle({ get }: CommandContext, way: Guide["way"]): void {
  const { recipe, size, edit, set } = get();
  const [x, y, w, h] = compile(withCamera(recipe, size), size).frame;
  const at = way === "standing" ? x + w / 2 : y + h / 2;
  set({ view: "corrected", marks: true });
  edit(layGuide({ id: newId(), way, at: Math.round(at * 100) / 100 }));
}

export const GUIDE_COMMANDS: readonly Command[] = [
  {
    id: "level-guide",
    words: say("Lay a level guide through the middle (or pull it from the ruler)"),
    group: "look",
    keys: [],
    run: (context) => layInMiddle(context, "level"),
  },
  {
    id: "standing-guide",
    words: say("Lay a standing guide through the middle (or pull it from the ruler)"),
    group: "look",
    keys: [],
    run: (context) => layInMiddle(context, "standing"),
  },
  {
    id: "clear-guides",
    words: say("Take all guides away"),
    group: "look",
    keys: [],
    can: ({ get }) => get().recipe.guides !== undefined,
    run: ({ get }) => get().edit(clearGuides),
  },
];
