import { mkdir } from "node:fs/promises";
import path from "node:path";
import { type Recipe, parseRecipe } from "@/core/recipe";
import { originalPath } from "../../files/store";
import { pictureOf } from "../../testing";

export const SIZE = [420, 300] as const;

/** A frame that reaches beyond the photo, with what becomes of its edges. */
export const recipeWith = (edges: Record<string, unknown>): Recipe =>
  parseRecipe(
    JSON.stringify({
      format: "flat-stone-recipe",
      version: 1,
      camera: { focalPx: 380, focalFrom: "stated", principal: [210, 150] },
      attitude: { from: "by-hand", pitch: 8, yaw: -5, roll: 2 },
      frame: { on: true, rule: "free", rect: [0, -50, 430, 320] },
      edges,
    }),
  );

/** Rows of bricks. @param sample from 0…1. */
export const bricks = (sample: (v: number) => number): number[] =>
  Array.from({ length: SIZE[0] * SIZE[1] * 3 }, (_, i) => {
    const [x, y] = [Math.floor(i / 3) % SIZE[0], Math.floor(i / 3 / SIZE[0])];
    const joint = y % 9 < 1 || (x + (Math.floor(y / 9) % 2) * 10) % 20 < 1;
    return sample(joint ? 0.8 : 0.3 + 0.1 * (2 - (i % 3)) + 0.002 * (x % 60));
  });

/** Puts a photo of bricks among the files under a hash. */
export async function putBricks(sha256: string): Promise<void> {
  const file = originalPath(sha256);
  await mkdir(path.dirname(file), { recursive: true });
  const data = Uint8Array.from(bricks((v) => Math.round(255 * v)));
  await pictureOf({ data, width: SIZE[0], height: SIZE[1], channels: 3 }).png().toFile(file);
}
