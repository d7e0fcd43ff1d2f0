import path from "node:path";
import type { FillInfo } from "@/core/contract";
import type { Recipe } from "@/core/recipe";
import { WORKING, settle } from "@/core/render";
import { reckon } from "@/core/render/reckon";
import { checkedRecipe } from "../versions/checked-recipe";
import { exists, fillFolder } from "../files/store";
import { desk, limitsFor } from "../image/desks";
import { getPhoto } from "../photos/photos";

/** Pixels that are decoded in a second, and made at full size; and seconds that planning takes at the full working size, about. */
const DECODED_PER_SECOND = 20e6;
const MADE_PER_SECOND = 5e6;
const PLANNED_SECONDS = 2.5;

/** How long planning a frame's gaps takes, about. @param size of the frame, pixels. */
function planningSeconds([width, height]: readonly [number, number]): number {
  const shrink = Math.min(1, WORKING / Math.max(width, height));
  return 0.1 + (PLANNED_SECONDS * width * height * shrink ** 2) / (WORKING ** 2 * (2 / 3));
}

/**
 * The fill of a recipe's gaps, planned in a process of its own where it is not there already.
 *
 * @param ready the photo is decoded besides, so that the first stroke need not wait for it.
 * @throws Problem 422 for a recipe that does not hold or asks for too much; 507 on a full disk; as reading the photo does; the signal's reason when it is given up.
 */
export async function askedFill(
  photoId: string,
  asked: unknown,
  signal: AbortSignal,
  ready = false,
): Promise<FillInfo> {
  const photo = await getPhoto(photoId);
  const size = [photo.width, photo.height] as const;
  const { text } = await checkedRecipe(JSON.stringify(asked) ?? "");
  const read = JSON.parse(text) as Recipe;
  const recipe = settle(read, size, { equivalent: photo.equivalentMm, focal: photo.focalMm });
  const order = { sha256: photo.sha256, recipe: JSON.stringify(recipe), ready };
  const { rule, rect } = recipe.frame;
  const plans = planningSeconds(rule === "free" && rect ? [rect[2], rect[3]] : size);
  const seconds = plans + reckon(recipe).strokeSeconds + (size[0] * size[1]) / DECODED_PER_SECOND;
  const limits = limitsFor(photo.bytes);
  return desk("filling").run<FillInfo>(
    "fill",
    { order, size },
    { ...limits, ms: limits.ms + 2000 * seconds, yieldsAfterMs: 1000 + 2000 * seconds, seconds },
    { signal },
  );
}

const inHand = new Map<string, Promise<string>>();

/** A tile of a fill at full size; null where there is none, or the fill is gone. @param size of the photo, pixels. */
export async function fillTile(
  sha256: string,
  key: string,
  column: number,
  row: number,
  size: readonly [number, number],
  bytes: number,
): Promise<string | null> {
  const folder = fillFolder(sha256, key);
  if (!(await exists(folder))) return null;
  // Said, so that a small fill is not behind the tiles of large ones.
  const seconds = 0.2 + (size[0] * size[1]) / MADE_PER_SECOND;
  const running =
    inHand.get(folder) ??
    desk("filling")
      .run<string>("fillTiles", { sha256, key, size }, { ...limitsFor(bytes), seconds })
      .finally(() => inHand.delete(folder));
  inHand.set(folder, running);
  const file = path.join(await running, `${column}_${row}.png`);
  return (await exists(file)) ? file : null;
}
