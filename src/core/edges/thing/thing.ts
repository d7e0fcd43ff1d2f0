import type { Vec2 } from "../../geometry";
import { type Colours, type ThingPicture, apart, coloursOf } from "./colours";
import { cutOut } from "./cut-out";
import { geodesicFrom } from "./geodesic";
import { bandOf, connected, withoutHoles } from "./masks";

/** What lies this near to a press is the thing for certain, pixels. */
const PRESSED = 1.5;
/** What is reached from the press with so little change of colour is what the thing looks like at first, and so much of it at most, pixels. */
const ALIKE = 0.12;
const FIRST = 600;
/** A way to the press over such a change of colour tells nothing; a shorter one tells for it, by so much at most, a longer one against, nepers. */
const CROSSED = 0.15;
const WAY = 4;
/** How much more likely everything is part of the thing for each step larger, nepers; and by how much further a way may go. */
const LARGER = { bias: 0.35, way: 1.18 } as const;
/** Pictures larger than this are cut at half their size first, pixels; and then only so near the border found there. */
const LARGE = 260 * 260;
const BAND = 3;

/** How large a thing may be taken for, in steps: those looked at where nobody says. */
const TRIED = [-5, -2, 1] as const;
/** Of two that are bordered alike the smaller is taken: by this power of their area. */
const SMALLER = 0.05;

/** A thing cut out of a picture. */
export interface CutThing {
  /** 1 for each of its pixels, without holes. */
  readonly mask: Uint8Array;
  /** How much larger or smaller it was taken for than it would be, steps. */
  readonly steps: number;
  /** The mean change of colour across its border; 0 where it has none. */
  readonly clear: number;
}

/**
 * The thing that is seen at a place: what is connected to it, looks like it, and ends at edges. A graph cut between how the thing and the
 * rest look (Boykov and Jolly 2001; Rother, Kolmogorov and Blake 2004), in which what can only be reached over edges counts as further
 * away (Price, Morse and Cohen 2010).
 *
 * @param presses places that it was pressed on, pixels of the picture. @param steps larger (above 0) or smaller; null: what has the clearest border.
 */
export function thingAt(picture: ThingPicture, presses: readonly Vec2[], steps: number | null = null): CutThing {
  const { width, height } = picture;
  const colours = coloursOf(picture);
  const pressed = presses.flatMap((press) => around(colours, press));
  if (width * height <= LARGE) return wholeThing(colours, pressed, steps);
  const half = halfOf(picture);
  const found = thingAt(
    half,
    presses.map(([x, y]): Vec2 => [x / 2, y / 2]),
    steps,
  );
  const mask = Uint8Array.from(
    { length: width * height },
    (_, i) =>
      found.mask[
        Math.min(half.height - 1, ((i / width) | 0) >> 1) * half.width + Math.min(half.width - 1, (i % width) >> 1)
      ]!,
  );
  const reached = new Float32Array(mask.length).fill(LARGER.bias * found.steps);
  const fine = cutOut(colours, mask, reached, pressed, bandOf(mask, width, height, BAND));
  return {
    mask: withoutHoles(connected(fine, width, height, pressed), width, height),
    steps: found.steps,
    clear: found.clear,
  };
}

/** A thing at the size at which it is looked for everywhere. */
function wholeThing(colours: Colours, pressed: readonly number[], steps: number | null): CutThing {
  const { width, height } = colours;
  const far = geodesicFrom(colours, pressed);
  const first = firstOf(far);
  const next = (mask: Uint8Array, step: number): Uint8Array => {
    const way = CROSSED * LARGER.way ** step;
    // The way from the press speaks with the looks.
    const reached = far.map((d) => WAY * Math.max(-1, Math.min(1, 1 - d / way)) + LARGER.bias * step);
    return withoutHoles(
      connected(cutOut(colours, mask, reached, pressed, null), width, height, pressed),
      width,
      height,
    );
  };
  const tried = (steps === null ? TRIED : [steps]).map((step) => {
    const mask = next(first, step);
    const area = mask.reduce((n, is) => n + is, 0);
    return { mask, step, score: clearness(colours, mask) * Math.max(1, area) ** -SMALLER };
  });
  const best = tried.reduce((a, b) => (b.score > a.score ? b : a));
  // Its looks are learnt once more, from what was cut out.
  const mask = next(best.mask, best.step);
  return { mask, steps: best.step, clear: clearness(colours, mask) };
}

/** How clear the border of a mask is: the mean change of colour across it. */
function clearness(colours: Colours, mask: Uint8Array): number {
  const { width, height } = colours;
  let [sum, n] = [0, 0];
  for (let y = 1; y + 2 < height; y++)
    for (let x = 1; x + 2 < width; x++) {
      const i = y * width + x;
      for (const step of [1, width]) {
        if (mask[i] === mask[i + step]) continue;
        // An edge is some pixels wide.
        sum += apart(colours, i - step, i + 2 * step);
        n++;
      }
    }
  return n === 0 ? 0 : sum / n;
}

/** A picture at half its size: the mean of each 2 × 2 pixels. */
function halfOf({ data, width, height, channels }: ThingPicture): ThingPicture {
  const [w, h] = [width >> 1, height >> 1];
  const out = new Uint8Array(3 * w * h);
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++)
      for (let c = 0; c < 3; c++) {
        const at = channels * (2 * y * width + 2 * x) + c;
        const below = at + channels * width;
        out[3 * (y * w + x) + c] = (data[at]! + data[at + channels]! + data[below]! + data[below + channels]!) / 4;
      }
  return { data: out, width: w, height: h, channels: 3 };
}

/** The pixels about a press. */
function around({ width, height }: Colours, [x, y]: Vec2): number[] {
  const all: number[] = [];
  for (let j = Math.floor(y - PRESSED); j <= y + PRESSED; j++)
    for (let i = Math.floor(x - PRESSED); i <= x + PRESSED; i++)
      if (i >= 0 && j >= 0 && i < width && j < height && Math.hypot(i + 0.5 - x, j + 0.5 - y) <= PRESSED)
        all.push(j * width + i);
  const nearest = [Math.floor(y) * width + Math.floor(x)];
  return all.length > 0 ? all : nearest;
}

/** What is nearest to the press, by the way's changes of colour. */
function firstOf(far: Float32Array): Uint8Array {
  const sorted = far.filter((d) => d < ALIKE).sort();
  const most = sorted[Math.min(sorted.length, FIRST) - 1] ?? 0;
  return Uint8Array.from(far, (d) => (d <= most ? 1 : 0));
}
