import { randomUUID } from "node:crypto";
import { emptyRecipe } from "@/core/recipe";
import { ask } from "./ask";
import type { Dice } from "./dice";
import { type Field, pause } from "./duties";
import { wholePicture } from "./pictures";
import { quantile } from "./tally";

/** How long what an ordinary person does takes, ms, by what it is. */
export type Times = ReadonlyMap<string, number[]>;

/** A recipe turned by some degrees: its frame has corners to be filled, as any leaned picture has. */
function turned(dice: Dice) {
  const recipe = emptyRecipe();
  Object.assign(recipe.attitude, { from: "by-hand", roll: dice.between(2, 6) });
  Object.assign(recipe.frame, { rule: "free", rect: [0, 0, 120, 120] });
  Object.assign(recipe.edges, { gaps: "fill" });
  return recipe;
}

/** Does what an ordinary person does, one after the other, and times it: a page, a list, a photo, a save, a fill. */
export async function ordinary({ instance, tally, stop, assignment }: Field, dice: Dice): Promise<Times> {
  const times = new Map<string, number[]>();
  const timed = async (what: string, path: string, request = {}) => {
    const began = performance.now();
    const answer = await ask(instance, tally, `ordinary: ${what}`, path, request);
    // What was refused because something had just been killed says nothing of the attack.
    if (answer.status === 200) times.set(what, [...(times.get(what) ?? []), performance.now() - began]);
    return answer;
  };
  const photos = `/api/assignments/${assignment}/photos`;
  while (!stop.aborted) {
    await timed("page", "/");
    await timed("photos", photos);
    const { name, bytes } = await wholePicture(dice, 120);
    const added = await timed("upload", `${photos}?name=${name}`, { method: "POST", body: bytes });
    const photo = added.json["photo"] as { id: string } | undefined;
    const made = photo && (await timed("version", `/api/photos/${photo.id}/versions`, { method: "POST", body: {} }));
    if (made?.status === 200)
      await timed("save", `/api/versions/${String(made.json["id"])}/revisions`, {
        method: "POST",
        body: { base: 1, recipe: emptyRecipe(), token: randomUUID() },
      });
    if (photo) await timed("fill", `/api/photos/${photo.id}/fill`, { method: "POST", body: { recipe: turned(dice) } });
    await pause(150);
  }
  return times;
}

/** An ordinary request may take so many times as long as while nothing happens, and what is quicker than this, ms, is quick. */
const MOST_TIMES = 5;
const QUICK_MS = 300;

/** What took too long under attack, in words. */
export const tooSlow = (idle: Times, attacked: Times): string[] =>
  [...attacked].flatMap(([what, times]) => {
    const [was, is] = [quantile(idle.get(what) ?? [], 0.5), quantile(times, 0.5)];
    return is > MOST_TIMES * Math.max(was, QUICK_MS / MOST_TIMES)
      ? [`An ordinary ${what} takes ${is.toFixed(0)} ms under attack, ${was.toFixed(0)} ms in peace.`]
      : [];
  });
