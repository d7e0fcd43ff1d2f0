import { parseRecipe } from "../../recipe";
import { type Raster, compile, settle } from "..";
import type { EdgesSettings } from "../../edges";

/** Of the photo, pixels. */
export const SIZE = [300, 200] as const;

/** A recipe for the photo whose frame has gaps on all sides, and its map. */
export function madeUp(
  edges: Partial<EdgesSettings>,
  frame: Record<string, unknown> = {},
  attitude: Record<string, number> = { pitch: 9, yaw: -4, roll: 6 },
) {
  const recipe = settle(
    parseRecipe(
      JSON.stringify({
        format: "flat-stone-recipe",
        version: 1,
        camera: { focalPx: 260, focalFrom: "stated", principal: [150, 100] },
        attitude: { from: "by-hand", ...attitude },
        frame: { on: true, rule: "free", rect: [-60, -90, 400, 300], ...frame },
        edges,
      }),
    ),
    SIZE,
  );
  return { recipe, map: compile(recipe, SIZE) };
}

/** A checked wall. */
export const photo = (): Raster<Uint8Array> => ({
  data: Uint8Array.from({ length: SIZE[0] * SIZE[1] * 3 }, (_, i) => {
    const [x, y] = [Math.floor(i / 3) % SIZE[0], Math.floor(i / 3 / SIZE[0])];
    return 90 + 60 * (((x >> 3) + (y >> 2)) % 2) + 20 * (i % 3);
  }),
  width: SIZE[0],
  height: SIZE[1],
  channels: 3,
});

export const room = (n: number): Uint8Array => new Uint8Array(n);
