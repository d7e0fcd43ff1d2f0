import { boxAbout, colourSums, sumIn } from "./boxes";
import { distanceToKnown } from "./context";
import { type Field, besideOf } from "./field";
import { mayShow } from "./kinds";
import { relax } from "./relax";

/** A gap's pixel takes the mean of what is known in a square so much wider than it lies deep, and by so many pixels. */
const AROUND = { per: 1.25, least: 4 } as const;

/**
 * What a gap shows if nothing stands in it: colours that go on softly from what is known of the same kind. Half of it is the
 * mean of what is known nearby, half a membrane stretched over the gap (Laplace's equation; at the frame's border nothing is
 * asked of it). On gaps whose truth was known the two together were nearer to it than either.
 *
 * @returns red, green and blue of every pixel of the field, as displayed; NaN where nothing of a wanted pixel's kind is known,
 * and where nothing is wanted.
 */
export function smoothed(field: Field): Float32Array {
  const { wanted, kinds } = field;
  const out = new Float32Array(field.data.length).fill(NaN);
  const asked = new Set<number | null>();
  for (let i = 0; i < wanted.length; i++) if (wanted[i]) asked.add(kinds ? kinds[i]! : null);
  const distance = distanceToKnown(field);
  for (const kind of asked) {
    const pixels: number[] = [];
    for (let i = 0; i < wanted.length; i++) if (wanted[i] && (kind === null || kinds![i] === kind)) pixels.push(i);
    const ofKind = field.known.map((is, i) => (is && (kind === null || mayShow(kind, kinds![i]!)) ? 1 : 0));
    const means = meansOf(field, pixels, distance, ofKind);
    const stretched = membrane(field, pixels, means, distance, ofKind);
    pixels.forEach((i, k) => {
      for (let c = 0; c < 3; c++) out[3 * i + c] = (means[3 * k + c]! + stretched[3 * k + c]!) / 2;
    });
  }
  return out;
}

/** The mean of what is known about each pixel, the wider the deeper it lies; of what lies further where nothing is so near. */
function meansOf(
  { width, height, data }: Field,
  pixels: readonly number[],
  distance: Float32Array,
  ofKind: Uint8Array,
): Float64Array {
  const [counts, ...sums] = colourSums(width, height, data, ofKind);
  const means = new Float64Array(3 * pixels.length).fill(NaN);
  pixels.forEach((i, k) => {
    const most = Math.max(width, height);
    for (let half = Math.ceil(AROUND.per * distance[i]! + AROUND.least); ; half *= 2) {
      const box = boxAbout(width, height, i, half);
      const n = sumIn(counts, box);
      if (n > 0) for (let c = 0; c < 3; c++) means[3 * k + c] = sumIn(sums[c]!, box) / n;
      if (n > 0 || half > most) break;
    }
  });
  return means;
}

/** Colours stretched over the pixels from what is known beside them; NaN where there are no means to begin with. */
function membrane(
  { width, height, data }: Field,
  pixels: readonly number[],
  means: Float64Array,
  distance: Float32Array,
  ofKind: Uint8Array,
): Float64Array {
  const index = new Int32Array(width * height).fill(-1);
  pixels.forEach((i, k) => (index[i] = k));
  const fixed = new Float64Array(3 * pixels.length);
  const share = new Float64Array(pixels.length);
  let deepest = 1;
  pixels.forEach((i, k) => {
    if (Number.isNaN(means[3 * k]!)) return;
    deepest = Math.max(deepest, distance[i]!);
    let n = 0;
    for (const j of besideOf({ width, height }, i)) {
      if (index[j]! >= 0) n++;
      else if (ofKind[j]) {
        n++;
        for (let c = 0; c < 3; c++) fixed[3 * k + c]! += data[3 * j + c]!;
      }
    }
    share[k] = n > 0 ? 1 / n : 0;
  });
  const values = means.slice();
  relax({ width, height, pixels: Int32Array.from(pixels), share, fixed, deepest }, values);
  return values;
}
