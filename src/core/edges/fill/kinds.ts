import { boxAbout, colourSums, sumIn, summed } from "./boxes";
import type { Field } from "./field";
import { type Pull, pulledKinds } from "./pulled";
import { skylineBeyond } from "./skyline";

/**
 * What a place may show, as bits: sky; what stands above the horizon; what lies below it. What nobody can tell has several.
 * A place is filled from places of its own kind: no window lies on the pavement, no wall floats in the sky.
 */
export const SKY = 1;
export const HIGH = 2;
export const LOW = 4;
const ANY = SKY | HIGH | LOW;

/** Whether a place of one kind may show what is of another: sky only where sky may be, and what stands or lies only where that may. */
export function mayShow(place: number, shown: number): boolean {
  if (shown & SKY & ~place) return false;
  const solid = shown & (HIGH | LOW);
  return solid === 0 || (solid & place) !== 0;
}

type Shape = Pick<Field, "width" | "height" | "data" | "known">;

/** Where a place lies to the horizon: −1 above it, 1 below, 0 too close to tell. */
export type BelowHorizon = (x: number, y: number) => -1 | 0 | 1;

/** What the places of a field show. */
interface Kinds {
  /** As far as it can be told. */
  readonly shown: Uint8Array;
  /** The same, wider where hardly anything of a kind can be copied. */
  readonly kinds: Uint8Array;
}

/** A kind is kept to where there is so much of it to copy: pixels, and as a share of what is wanted of it. */
const ENOUGH = { pixels: 150, share: 0.25 } as const;

/**
 * The kinds of a field's places. In a gap the sky's border goes on as it leaves the photo; see skyline.
 *
 * @param sky 1 where a known pixel shows the sky; null where no sky is seen.
 * @param below null where nobody knows the horizon. @param pulls borders between them that were moved.
 */
export function kindsOf(
  field: Shape & Pick<Field, "wanted" | "source">,
  sky: Uint8Array | null,
  below: BelowHorizon | null,
  pulls: readonly Pull[] = [],
): Kinds {
  const { width, height, known, wanted, source } = field;
  const beyond = sky && skylineBeyond(field, sky);
  const isMixed = sky && mixedIn(field, clearSky(field, sky));
  const kinds = new Uint8Array(width * height);
  const byHorizon = (i: number): number => {
    const side = below ? below((i % width) + 0.5, Math.floor(i / width) + 0.5) : 0;
    return side < 0 ? HIGH : side > 0 ? LOW : HIGH | LOW;
  };
  for (let i = 0; i < kinds.length; i++) {
    const solid = byHorizon(i);
    if (known[i]) kinds[i] = !sky ? solid : isMixed!(i) ? solid | SKY : sky[i] ? SKY : solid;
    // Below the horizon there is no sky, whatever goes on there.
    else if (wanted[i]) kinds[i] = !beyond || solid === LOW ? solid : ([solid | SKY, SKY, solid][beyond[i]!] ?? ANY);
    else kinds[i] = ANY;
  }
  const shown = pulledKinds(kinds, field, pulls);
  return { shown, kinds: relaxed(shown.slice(), wanted, source) };
}

/** What is further than this from the mean of the sky around it stands out, 0…1 as displayed; and how far around, pixels. */
const STANDS_OUT = 0.1;
const AROUND = 14;

/** The sky without what stands out in it: posts, wires, birds, and clouds' sharpest borders. */
function clearSky({ width, height, data, known }: Shape, sky: Uint8Array) {
  const shown = sky.map((is, i) => is & known[i]!);
  const [counts, ...sums] = colourSums(width, height, data, shown);
  return sky.map((is, i) => {
    if (!is || !known[i]) return is;
    const box = boxAbout(width, height, i, AROUND);
    const n = sumIn(counts, box);
    return sums.some((sum, c) => Math.abs(data[3 * i + c]! - sumIn(sum, box) / n) > STANDS_OUT) ? 0 : 1;
  });
}

/** Nearer to the sky's border than this, pixels, nobody can tell: it is found in a small picture, and blurred in any. */
const BLURRED = 2;

/** Whether the sky's border runs through a known pixel or close to it. */
function mixedIn({ width, height, known }: Shape, sky: Uint8Array): (i: number) => boolean {
  const all = summed(width, height, (i) => known[i]!);
  const skies = summed(width, height, (i) => known[i]! & sky[i]!);
  return (i) => {
    const box = boxAbout(width, height, i, BLURRED);
    const n = sumIn(skies, box);
    return n > 0 && n < sumIn(all, box);
  };
}

/** Where hardly anything of a kind can be copied, its places take anything that stands or lies; those of the sky anything at all. */
function relaxed(kinds: Uint8Array, wanted: Uint8Array, source: Uint8Array): Uint8Array {
  for (const [kind, wider] of [
    [LOW, HIGH | LOW],
    [HIGH, HIGH | LOW],
    [SKY, ANY],
  ] as const) {
    let [asked, there] = [0, 0];
    for (let i = 0; i < kinds.length; i++) {
      if (wanted[i] && kinds[i] === kind) asked++;
      if (source[i] && mayShow(kind, kinds[i]!)) there++;
    }
    if (there >= Math.max(ENOUGH.pixels, ENOUGH.share * asked)) continue;
    for (let i = 0; i < kinds.length; i++) if (wanted[i] && kinds[i] === kind) kinds[i] = wider;
  }
  return kinds;
}
