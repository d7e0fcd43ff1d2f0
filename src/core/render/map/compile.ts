import { tell } from "../../language";
import {
  type KeepMark,
  type PlacedMark,
  cleanFrameKeeping,
  frameAtScale,
  keepMarksOf,
  outputSize,
  scaleBarStep,
  shareKept,
  turnStep,
  turnedRect,
  type WeighedPlace,
  wholePixels,
} from "../../frame";
import { type Break, type PlaneStep, type RasterStep, chained } from "../../course";
import { type Rect, type Size, type Vec2, bounds, contains, rectOutline, withoutCollinear } from "../../geometry";
import type { Lens } from "../../lens";
import { RecipeError } from "../../recipe";
import { surfaceShare, movesAnything } from "../../shape/bend";
import { shutStep } from "../gaps/shut-step";
import { trimmed } from "../gaps/trimmed";
import { type Optics, opticsOf } from "./optics";
import { type SettledRecipe, lensOf } from "../solved/settled";
import { STEPS, type Steps, chainOf, rasterStepsOf } from "./steps";

/** Both ways between a plane and the recorded picture; see CompiledMap for each. */
export interface PlaneMap {
  toRecorded(x: number, y: number, out: Float64Array): void;
  fromRecorded(p: Vec2): Vec2 | null;
}

/** The picture as it was shot: the plane is the recorded picture itself. */
export const AS_SHOT: PlaneMap = {
  toRecorded: (x, y, out) => {
    out[0] = x;
    out[1] = y;
    out[2] = 1e9;
  },
  fromRecorded: (p) => p,
};

/**
 * The map of one recipe for one photo. "Plane" is the corrected plane: the original's focal length
 * and principal point, so a pixel at the corrected camera's axis keeps its size.
 */
export interface CompiledMap extends PlaneMap {
  /** Size of the original, pixels. */
  readonly size: Size;
  /** The frame, pixels of the plane, turned with it. */
  readonly frame: Rect;
  /** The same on the plane before quarter turns and mirror, where recipes keep it. */
  readonly rect: Rect;
  /** Size of the delivered picture, pixels. */
  readonly output: Size;
  /** Share of the photo's area inside the frame, 0…1. */
  readonly kept: number;
  /** Whether part of the frame is not covered by the photo. */
  readonly gaps: boolean;
  /** Outline of what the photo covers on the plane; empty when it covers nothing. */
  readonly outline: readonly Vec2[];
  readonly lens: Lens;
  /** Colour and light to be undone in the same pass; null: nothing. */
  readonly optics: Optics | null;
  /** Lines of the plane across which the map's derivative jumps. */
  readonly breaks: readonly Break[];
  /** What is done to the pixels after resampling, in this order. */
  readonly raster: readonly RasterStep[];
  /**
   * Plane → recorded pixels of the original. Writes x, y and a margin to `out`; where the margin is not
   * positive nothing was recorded: the point lies behind the camera or beyond the lens's fold.
   */
  toRecorded(x: number, y: number, out: Float64Array): void;
  /** Recorded pixels → plane, or null where the point falls behind the corrected camera. */
  fromRecorded(p: Vec2): Vec2 | null;
}

/** As much of a map as making pixels takes. */
export type OutputMap = Pick<CompiledMap, "frame" | "output" | "optics" | "toRecorded"> & {
  readonly breaks?: CompiledMap["breaks"];
  readonly raster?: CompiledMap["raster"];
};

/** Parts into which each border of the photo is cut to follow its warped outline; and where the plane is bent, at rest. */
const OUTLINE_PARTS = 48;
const BEND_OUTLINE_PARTS = 192;
/** How exactly the outline is kept when points in line are dropped, pixels. */
const OUTLINE_TOLERANCE = 0.01;
/** A frame that exceeds the photo by no more than this still counts as covered, pixels. */
const COVER_TOLERANCE = 0.05;

/** The chain of a recipe. @throws RecipeError where its numbers leave nothing of the picture. */
function chainFor(recipe: SettledRecipe, size: Size, steps: Steps, moving: boolean): PlaneStep {
  try {
    return chainOf(recipe, size, steps, moving);
  } catch (error) {
    if (!(error instanceof RangeError)) throw error;
    throw new RecipeError(
      tell(
        "The corrections of this recipe together flatten the picture to a line. Reset the camera's angles, its focal length or the proportion.",
      ),
    );
  }
}

function coveredOutline(size: Size, chain: PlaneStep, parts: number): Vec2[] {
  const seen = chain.outline(rectOutline([0, 0, size[0], size[1]], parts));
  return seen.length < 3 ? [] : withoutCollinear(seen, OUTLINE_TOLERANCE);
}

function chooseFrame(
  recipe: SettledRecipe,
  size: Size,
  outline: readonly Vec2[],
  meanwhile: number | null,
  forward: PlaneMap["fromRecorded"],
): Rect {
  const whole: Rect = [0, 0, size[0], size[1]];
  const { on, rule, ratio, rect } = recipe.frame;
  if (!on) return whole;
  if (rule === "free") return rect ?? whole;
  const clean = cleanFrameKeeping(
    outline,
    ratio ?? meanwhile,
    placedMarks(recipe, forward),
    weighedPlaces(recipe, size, forward, meanwhile !== null),
    meanwhile !== null,
  );
  return clean ? wholePixels(clean.rect) : whole;
}

/** The scale bar of a recipe, as a step of its own after all others. */
function barOf({ frame: { on, bar }, proportion: { perPixel } }: SettledRecipe, frame: Rect): RasterStep[] {
  const step = on && bar && perPixel !== undefined ? scaleBarStep(frame, perPixel) : null;
  return step ? [step] : [];
}

/** Places to a side of a cell of what was weighed: a cell may be stretched over much of the plane. */
const PLACES = 2;

/** What somebody has marked weighs as much again as the busiest place. */
const MARKED = 9;

/** What a recipe's photo shows, weighed, where it lies on the plane; none where the largest frame is wanted. @param quick fewer of them, while something moves. */
function weighedPlaces(
  { frame: { detail, prefer }, faces, proportion: { measures = [] } }: SettledRecipe,
  size: Size,
  forward: PlaneMap["fromRecorded"],
  quick: boolean,
): WeighedPlace[] {
  if (!detail || prefer === "area") return [];
  const parts = quick ? 1 : PLACES;
  const [columns, rows] = [detail.columns * parts, detail.rows * parts];
  const places: WeighedPlace[] = [];
  const marked = [...faces.map((f) => f.corners), ...measures.flatMap((m) => (m.kind === "length" ? [] : [m.points]))];
  for (let j = 0; j < rows; j++)
    for (let i = 0; i < columns; i++) {
      const shown = Number(detail.weights[Math.floor(j / parts) * detail.columns + Math.floor(i / parts)]);
      const place: Vec2 = [((i + 0.5) * size[0]) / columns, ((j + 0.5) * size[1]) / rows];
      const weight = shown + (marked.some((outline) => contains(outline, place)) ? MARKED : 0);
      const at = weight > 0 ? forward(place) : null;
      if (at) places.push({ at, weight });
    }
  return places;
}

/** Where a recipe's keep marks lie on the plane. */
export const placedMarks = (recipe: Pick<SettledRecipe, "frame">, forward: PlaneMap["fromRecorded"]): PlacedMark[] =>
  keepMarksOf(recipe).map((mark) => placedMark(mark, forward));

/** Where one keep mark lies on the plane: an area has a place where all its corners have. */
export function placedMark({ id, at, to }: KeepMark, forward: PlaneMap["fromRecorded"]): PlacedMark {
  if (!to) return { id, at: forward(at) };
  const corners = [at, [to[0], at[1]] as const, to, [at[0], to[1]] as const].map((c) => forward(c));
  const all = corners.filter((c): c is Vec2 => c !== null);
  return all.length < corners.length ? { id, at: null } : { id, at: all[0]!, corners: all.slice(1) };
}

/**
 * The one map of a settled recipe; see CompiledMap. Pure: the same recipe gives the same map.
 *
 * @throws RecipeError where its numbers leave nothing of the picture.
 * @param meanwhile width / height that a clean frame of any ratio is held to while something moves: finding the best
 * ratio takes several times as long as all the rest.
 * @param steps of the chain; those of the product's courses unless told otherwise.
 */
export function compile(
  recipe: SettledRecipe,
  size: Size,
  meanwhile: number | null = null,
  steps: Steps = STEPS,
): CompiledMap {
  const straight = chainFor(recipe, size, steps, meanwhile !== null);
  const isBent = meanwhile === null && (movesAnything(recipe.shape) || surfaceShare(recipe.shape) > 0);
  const covered = coveredOutline(size, straight, isBent ? BEND_OUTLINE_PARTS : OUTLINE_PARTS);
  const chosen = chooseFrame(recipe, size, covered, meanwhile, straight.forward);
  const rect = recipe.frame.on ? trimmed(chosen, recipe.edges, size, straight.back) : chosen;
  const shut = recipe.frame.on ? shutStep(rect, recipe.edges, size, straight.back) : null;
  const turn = turnStep(recipe);
  const after = [shut, turn].filter((step) => step !== null);
  const chain = after.length > 0 ? chained([straight, ...after]) : straight;
  const outline = after.reduce((polygon, step) => step.outline(polygon), covered);
  const { on, output: asked } = recipe.frame;
  const wanted = on ? asked : undefined;
  const perPixel = recipe.proportion.perPixel ?? null;
  const frame = frameAtScale(turn ? turnedRect(rect, turn.forward) : rect, wanted, perPixel);
  const output = outputSize([frame[2], frame[3]], wanted, perPixel);
  const finished = { plane: chain, scale: output[0] / frame[2], frame };
  return {
    size,
    frame,
    rect,
    output,
    outline,
    lens: lensOf(recipe, size),
    optics: opticsOf(recipe, size),
    breaks: chain.breaks ?? [],
    raster: [...rasterStepsOf(recipe, size, finished, steps), ...barOf(recipe, frame)],
    toRecorded: chain.back,
    fromRecorded: chain.forward,
    ...coverage(size, frame, chain.back),
  };
}

function coverage(size: Size, frame: Rect, toRecorded: CompiledMap["toRecorded"]): { kept: number; gaps: boolean } {
  const out = new Float64Array(3);
  let gaps = false;
  const inPhoto = rectOutline(frame, OUTLINE_PARTS).map(([x, y]): Vec2 => {
    toRecorded(x, y, out);
    const [rx, ry] = [out[0]!, out[1]!];
    const beyond = Math.max(-rx, rx - size[0], -ry, ry - size[1]);
    if (beyond > COVER_TOLERANCE || out[2]! <= 0) gaps = true;
    return [rx, ry];
  });
  return { kept: shareKept(size, inPhoto), gaps };
}

/** The part of the plane worth showing: what the photo covers and the frame, but no more than `most` times the photo's sides. */
export function planeExtent(map: CompiledMap, most = 3): Rect {
  const [fx, fy, fw, fh] = map.frame;
  const [x, y, w, h] = bounds([...map.outline, [fx, fy], [fx + fw, fy + fh]]);
  const [cx, cy] = [map.size[0] / 2, map.size[1] / 2];
  const [rx, ry] = [(map.size[0] * most) / 2, (map.size[1] * most) / 2];
  const [x0, y0] = [Math.max(x, Math.min(fx, cx - rx)), Math.max(y, Math.min(fy, cy - ry))];
  const [x1, y1] = [Math.min(x + w, Math.max(fx + fw, cx + rx)), Math.min(y + h, Math.max(fy + fh, cy + ry))];
  return [x0, y0, x1 - x0, y1 - y0];
}
