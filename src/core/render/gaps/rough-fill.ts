import type { Layer, Raster } from "../../course";
import { choiceFor } from "../../edges";
import type { CompiledMap } from "../map/compile";
import type { SettledRecipe } from "../solved/settled";
import { sideAt } from "./gaps";

/** Longer side of a rough fill, pixels. */
const SIDE = 320;

/**
 * A first idea of a recipe's fill while it is planned: the colours at the photo's border, going on softly. Scattered values on a
 * pyramid, after Gortler, Grzeszczuk, Szeliski and Cohen (The lumigraph, 1996).
 *
 * @param picture the photo, small, as displayed. @returns what lies over the gaps that are filled; null where there are none.
 */
export function roughFill(picture: Raster<Uint8Array>, { edges }: SettledRecipe, map: CompiledMap): Layer | null {
  const [fx, fy, fw, fh] = map.frame;
  const shrink = SIDE / Math.max(fw, fh);
  const [width, height] = [Math.max(2, Math.round(fw * shrink)), Math.max(2, Math.round(fh * shrink))];
  const wanted = new Uint8Array(width * height);
  const sums = new Float32Array(4 * width * height);
  const out = new Float64Array(3);
  let any = false;
  const by = [picture.width / map.size[0], picture.height / map.size[1]] as const;
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const i = y * width + x;
      const side = sideAt(map, fx + ((x + 0.5) * fw) / width, fy + ((y + 0.5) * fh) / height, out);
      if (side) {
        if (choiceFor(edges, side).do !== "fill") continue;
        wanted[i] = 1;
        any = true;
        continue;
      }
      const column = Math.min(picture.width - 1, Math.floor(out[0]! * by[0]));
      const row = Math.min(picture.height - 1, Math.floor(out[1]! * by[1]));
      const from = (row * picture.width + column) * picture.channels;
      for (let c = 0; c < 3; c++) sums[4 * i + c] = picture.data[from + c]!;
      sums[4 * i + 3] = 1;
    }
  if (!any) return null;
  goneOn(sums, width, height);
  const data = new Uint8Array(4 * width * height);
  for (let i = 0; i < wanted.length; i++) {
    if (!wanted[i]) continue;
    for (let c = 0; c < 3; c++) data[4 * i + c] = Math.round(sums[4 * i + c]!);
    data[4 * i + 3] = 255;
  }
  return { name: "rough fill", rect: map.frame, raster: { data, width, height, channels: 4 } };
}

/** Gives colours to what has none. @param sums red, green, blue and weight of each pixel: 1 where it is known, else 0; they are changed. */
function goneOn(sums: Float32Array, width: number, height: number): void {
  if (width * height <= 1) return;
  const [w, h] = [(width + 1) >> 1, (height + 1) >> 1];
  const coarse = new Float32Array(4 * w * h);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const [from, to] = [4 * (y * width + x), 4 * ((y >> 1) * w + (x >> 1))];
      const weight = sums[from + 3]!;
      for (let c = 0; c < 3; c++) coarse[to + c]! += weight * sums[from + c]!;
      coarse[to + 3]! += weight;
    }
  for (let i = 0; i < w * h; i++) {
    const weight = coarse[4 * i + 3]!;
    if (weight === 0) continue;
    for (let c = 0; c < 3; c++) coarse[4 * i + c]! /= weight;
    coarse[4 * i + 3] = Math.min(1, weight);
  }
  goneOn(coarse, w, h);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const to = 4 * (y * width + x);
      if (sums[to + 3]! >= 1) continue;
      const [u, v] = [Math.max(0, x / 2 - 0.25), Math.max(0, y / 2 - 0.25)];
      const [x0, y0] = [Math.min(w - 1, Math.floor(u)), Math.min(h - 1, Math.floor(v))];
      const [x1, y1] = [Math.min(w - 1, x0 + 1), Math.min(h - 1, y0 + 1)];
      const [a, b] = [u - x0, v - y0];
      for (let c = 0; c < 3; c++)
        sums[to + c] =
          (1 - b) * ((1 - a) * coarse[4 * (y0 * w + x0) + c]! + a * coarse[4 * (y0 * w + x1) + c]!) +
          b * ((1 - a) * coarse[4 * (y1 * w + x0) + c]! + a * coarse[4 * (y1 * w + x1) + c]!);
      sums[to + 3] = 1;
    }
}
