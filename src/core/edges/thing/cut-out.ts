import { MinCut } from "../../numerics";
import { type Colours, apart, binsOf, colourModel } from "./colours";

/** A colour tells no more than this for or against, nepers. */
const SURE = 6;
/** What a border costs where the colour does not change, nepers for each pixel of it; and the share of that it always costs. */
const BORDER = 2.5;
const LEAST_BORDER = 0.05;

/** Neighbours of which each pair is met once. */
const AROUND = [
  [1, 0, 1],
  [0, 1, 1],
  [1, 1, Math.SQRT1_2],
  [-1, 1, Math.SQRT1_2],
] as const;

/**
 * Cuts a picture in two, by how both parts looked so far.
 *
 * @param mask what the thing was so far. @param reached what else speaks for each pixel, nepers. @param pressed pixels that are it.
 * @param band 1 where a pixel may change sides; null: everywhere.
 */
export function cutOut(
  colours: Colours,
  mask: Uint8Array,
  reached: Float32Array,
  pressed: readonly number[],
  band: Uint8Array | null,
): Uint8Array {
  const { width, height } = colours;
  const bins = binsOf(colours);
  const own = colourModel(bins, (i) => mask[i]!);
  const others = colourModel(bins, (i) => 1 - mask[i]!);
  const node = new Int32Array(mask.length).fill(-1);
  let count = 0;
  for (let i = 0; i < mask.length; i++) if (!band || band[i]) node[i] = count++;
  cut.begin(count, AROUND.length * count);
  for (let i = 0; i < mask.length; i++) {
    if (node[i]! < 0) continue;
    const looks = own[bins[i]!]! - others[bins[i]!]!;
    cut.bind(node[i]!, Math.max(-SURE, Math.min(SURE, looks)) + reached[i]!);
  }
  for (const i of pressed) if (node[i]! >= 0) cut.bind(node[i]!, CERTAIN);
  const beta = sharpness(colours);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      for (const [dx, dy, share] of AROUND) {
        if (x + dx < 0 || x + dx >= width || y + dy >= height) continue;
        const [i, j] = [y * width + x, (y + dy) * width + x + dx];
        const [a, b] = [node[i]!, node[j]!];
        if (a < 0 && b < 0) continue;
        const alike = Math.exp(-beta * apart(colours, i, j) ** 2);
        const cost = BORDER * share * (LEAST_BORDER + (1 - LEAST_BORDER) * alike);
        if (a >= 0 && b >= 0) cut.tie(a, b, cost);
        else if (a >= 0) cut.bind(a, mask[j] ? cost : -cost);
        else cut.bind(b, mask[i] ? cost : -cost);
      }
  cut.cut();
  return mask.map((is, i) => (node[i]! < 0 ? is : cut.isSecond(node[i]!) ? 0 : 1));
}

/** One graph, used again. */
const cut = new MinCut();
/** More than anything else can tell. */
const CERTAIN = 1e4;

/** How fast a border becomes cheap with the change of colour across it: one over twice its mean square. */
function sharpness(colours: Colours): number {
  let [sum, n] = [0, 0];
  for (let i = 0; i + 1 < colours.width * colours.height; i += 3) {
    sum += apart(colours, i, i + 1) ** 2;
    n++;
  }
  return 1 / Math.max(2e-4, (2 * sum) / n);
}
