import { say } from "@/language";
import type { Rect } from "@/core/geometry";
import { fixed } from "@/ui";

/** What a pixel of the shown picture is: with tones left in it, at black, at white, or no picture. */
export const KINDS = { tones: 0, black: 1, white: 2, gap: 3 } as const;

/** Less alpha than this, 0…255, is a gap; more of it than none is a border that is half covered. */
const GAP = 128;

export interface Ends {
  /** One of KINDS for each pixel, rows after each other. */
  readonly kinds: Uint8Array;
  /** Shares of the frame in sight: of its picture at black and at white, and of gaps. */
  readonly black: number;
  readonly white: number;
  readonly gap: number;
}

/**
 * Where a shown picture has nothing left at one of its ends, in any colour, and where within the frame there is none.
 *
 * @param data red, green, blue and alpha, 0…255. @param frame pixels of it; beyond it nothing is told.
 */
export function endsOfPicture(data: ArrayLike<number>, width: number, height: number, frame: Rect): Ends {
  const kinds = new Uint8Array(width * height);
  const left = Math.max(0, Math.round(frame[0]));
  const top = Math.max(0, Math.round(frame[1]));
  const right = Math.min(width, Math.round(frame[0] + frame[2]));
  const bottom = Math.min(height, Math.round(frame[1] + frame[3]));
  const counts = [0, 0, 0, 0];
  for (let y = top; y < bottom; y++)
    for (let x = left; x < right; x++) {
      const n = y * width + x;
      const r = data[4 * n]!;
      const g = data[4 * n + 1]!;
      const b = data[4 * n + 2]!;
      let kind: number = KINDS.tones;
      if (data[4 * n + 3]! < GAP) kind = KINDS.gap;
      else if (r === 255 || g === 255 || b === 255) kind = KINDS.white;
      else if (r === 0 || g === 0 || b === 0) kind = KINDS.black;
      kinds[n] = kind;
      counts[kind]! += 1;
    }
  const all = Math.max(1, (right - left) * (bottom - top));
  return { kinds, black: counts[1]! / all, white: counts[2]! / all, gap: counts[3]! / all };
}

/** Lines of the hatching are so far apart, pixels. */
const PERIOD = 8;
/** Which pixels are inked, for each kind. */
const HATCH: readonly ((x: number, y: number) => boolean)[] = [
  () => false,
  (x, y) => (x + y) % PERIOD < 3,
  (x, y) => (((x - y) % PERIOD) + PERIOD) % PERIOD < 3,
  (x, y) => x % PERIOD < 2 || y % PERIOD < 2,
];

/** The kinds as hatching, red, green, blue and alpha. @param inks of black, white and gap, each 0…255. */
export function hatched(
  { kinds }: Pick<Ends, "kinds">,
  width: number,
  inks: readonly (readonly [number, number, number])[],
): Uint8ClampedArray<ArrayBuffer> {
  const out = new Uint8ClampedArray(4 * kinds.length);
  for (let n = 0; n < kinds.length; n++) {
    const kind = kinds[n]!;
    if (kind === 0 || !HATCH[kind]!(n % width, Math.floor(n / width))) continue;
    const ink = inks[kind - 1]!;
    out[4 * n] = ink[0];
    out[4 * n + 1] = ink[1];
    out[4 * n + 2] = ink[2];
    out[4 * n + 3] = 235;
  }
  return out;
}

/** What is told of them in words. */
export function endsWords({ black, white, gap }: Omit<Ends, "kinds">): string {
  const parts = [
    white > 0 ? say("{white} at white (\\\\\\)", { white: share(white) }) : "",
    black > 0 ? say("{black} at black (///)", { black: share(black) }) : "",
    gap > 0 ? say("{gap} gap (#)", { gap: share(gap) }) : "",
  ].filter((p) => p !== "");
  return parts.length === 0
    ? say("Nothing of the frame in sight is clipped or a gap.")
    : say("In sight: {parts}.", { parts: parts.join(", ") });
}

const share = (v: number): string => (v < 0.0005 ? "under 0.1 %" : `${fixed(100 * v, 1)} %`);
