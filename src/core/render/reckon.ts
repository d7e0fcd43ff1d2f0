import { type Stroke, strokesOn } from "../edges";
import { outputSize } from "../frame";
import type { Recipe } from "../recipe";

/** About how much work a recipe asks for, whatever the photo. */
export interface Reckoned {
  /** Pixels of the frame and of the output where the recipe states them; a clean frame is no larger than what the photo covers. */
  readonly pixels: number;
  /** To plan and make its strokes, seconds of one core of 2.7 GHz, none of them kept from before. */
  readonly strokeSeconds: number;
  /** The widest brush, pixels of the original. */
  readonly widest: number;
}

/** A run of a stroke is planned in so long, seconds; and goes so far, radii of its brush. */
const RUN = { seconds: 0.35, radii: 12 } as const;
/** To make a stroke's pixels: seconds for each. */
const PIXEL_SECONDS = 4e-8;

/** Length of a stroke's way, pixels of the original. */
const lengthOf = ({ points }: Stroke): number =>
  points.reduce((sum, [x, y], i) => sum + (i === 0 ? 0 : Math.hypot(x - points[i - 1]![0], y - points[i - 1]![1])), 0);

function secondsOf(stroke: Stroke): number {
  const { kind, radius } = stroke;
  const length = lengthOf(stroke);
  const pixels = Math.PI * radius * radius + 2 * radius * length;
  const runs = kind === "mend" ? 1 + length / (RUN.radii * radius) : 0.5;
  return RUN.seconds * runs + PIXEL_SECONDS * pixels;
}

/** Reckons what a recipe asks for before any of it is begun: from its numbers alone, in no time. */
export function reckon({ frame, edges, proportion }: Pick<Recipe, "frame" | "edges" | "proportion">): Reckoned {
  const stated = frame.on && frame.rule === "free" ? frame.rect : null;
  const size: [number, number] | null = stated && [stated[2], stated[3]];
  const output = size && outputSize(size, frame.output, proportion.perPixel ?? null);
  const long = frame.on && frame.output?.kind === "long" ? frame.output.px ** 2 / 4 : 0;
  const strokes = strokesOn(edges);
  return {
    pixels: Math.max(size ? size[0] * size[1] : 0, output ? output[0] * output[1] : 0, long),
    strokeSeconds: strokes.reduce((sum, s) => sum + secondsOf(s), 0),
    widest: Math.max(0, ...strokes.map((s) => s.radius)),
  };
}
