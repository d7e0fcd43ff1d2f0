import type { Attitude, Intrinsics } from "../camera";
import type { Lens } from "../lens";
import { type MeasuredShape, levelEllipse, levelRectangle } from "./measured-shape";
import { onWall } from "./on-wall";
import type { KnownMeasure } from "./recipe-part";

/** A mark's end placed by hand, pixels. */
const END_SIGMA_PX = 0.5;
/** Measures further from the others than this, deviations of both, contradict them. */
const CONTRADICTS = 4;

export interface MeasuredView {
  readonly camera: Intrinsics;
  readonly lens: Lens;
  readonly attitude: Attitude;
  /** Headings of the walls that the lines tell, degrees in the levelled camera's frame; the first is turned face-on, if any is. */
  readonly headings: readonly number[];
}

/** What one measure says. */
export interface MeasureShare {
  readonly id: string;
  /** The factor on heights that gives it its shape, and the deviation of its logarithm; null where it tells none. */
  readonly height: number | null;
  readonly sigma: number | null;
  /** Its share of the weight, 0…1. */
  readonly pull: number;
  /** How far it lies from all the others, deviations; null without others. */
  readonly off: number | null;
  /** Why it cannot count, in words; null: it counts. */
  readonly why: string | null;
}

export interface MeasuredProportion {
  /** The factor on heights, with its deviation; null where no measure tells it. */
  readonly height: number | null;
  readonly sigma: number | null;
  /** Units of the measures to a pixel of the corrected plane, on the wall that they are on; null where none tells a size. */
  readonly perPixel: number | null;
  readonly measures: readonly MeasureShare[];
  readonly messages: readonly string[];
}

interface Told {
  readonly shape: MeasuredShape;
  readonly heading: number;
}

/**
 * The factor on heights, and the scale, that known measures tell: each is laid on the wall that it fits best, its level
 * shape found by maximum likelihood, and all are weighed by their deviations.
 */
export function solveMeasures(view: MeasuredView, measures: readonly KnownMeasure[]): MeasuredProportion {
  const told = measures.map((m) => shapeOf(view, m));
  const factors = measures.map((m, i): { log: number; variance: number } | null => {
    const one = told[i];
    if (!one || m.kind === "length") return null;
    const [ww, wh, hh] = one.shape.covariance;
    const truly = m.kind === "grid" ? (m.columns * m.width) / (m.rows * m.height) : m.width / m.height;
    return {
      log: Math.log(one.shape.width / one.shape.height / truly),
      variance: (ww - 2 * wh + hh) * END_SIGMA_PX ** 2,
    };
  });
  const sum = weighed(factors.filter((f) => f !== null));
  const shares = measures.map((m, i): MeasureShare => {
    const factor = factors[i];
    const others = weighed(factors.filter((f, j) => f !== null && j !== i) as { log: number; variance: number }[]);
    return {
      id: m.id,
      height: factor ? Math.exp(factor.log) : null,
      sigma: factor ? Math.sqrt(factor.variance) : null,
      pull: factor && sum ? 1 / (factor.variance * sum.weight) : 0,
      off: factor && others ? Math.abs(factor.log - others.log) / Math.sqrt(factor.variance + others.variance) : null,
      why: told[i] ? null : cannot(m),
    };
  });
  const height = sum ? Math.exp(sum.log) : null;
  return {
    height,
    sigma: sum && height ? height * Math.sqrt(sum.variance) : null,
    perPixel: scaleOf(view, measures, told, height ?? 1),
    measures: shares,
    messages: wordsOf(shares),
  };
}

/** Weighted mean of logarithms; its variance grows where they scatter more than their own say. */
function weighed(all: readonly { readonly log: number; readonly variance: number }[]) {
  if (all.length === 0) return null;
  const weight = all.reduce((s, f) => s + 1 / f.variance, 0);
  const log = all.reduce((s, f) => s + f.log / f.variance, 0) / weight;
  const scatter = all.length > 1 ? all.reduce((s, f) => s + (f.log - log) ** 2 / f.variance, 0) / (all.length - 1) : 1;
  return { log, weight, variance: Math.max(1, scatter) / weight };
}

/** A measure's shape on the wall that it fits best. */
function shapeOf(view: MeasuredView, measure: KnownMeasure): Told | null {
  if (measure.kind === "length") return null;
  const headings = view.headings.length > 0 ? view.headings : [view.attitude.yaw];
  const fits = headings.flatMap((heading): Told[] => {
    const places = onWall({ ...view, heading }, measure.points);
    const shape = places && (measure.kind === "ellipse" ? levelEllipse(places) : levelRectangle(places));
    return shape && Number.isFinite(shape.misfit) ? [{ shape, heading }] : [];
  });
  // Facing walls come first: of two that fit about as well the one turned face-on is meant.
  return fits.reduce<Told | null>(
    (best, one) => (!best || one.shape.misfit < 0.5 * best.shape.misfit ? one : best),
    null,
  );
}

const cannot = (measure: KnownMeasure): string | null =>
  measure.kind === "length" ? null : "Its marks lie on one line, cross over, or lie where no wall can be seen.";

/** Units to a pixel of the corrected plane. A wall at a distance of one is f pixels to one. */
function scaleOf(
  view: MeasuredView,
  measures: readonly KnownMeasure[],
  told: readonly (Told | null)[],
  height: number,
): number | null {
  const { focalPx } = view.camera;
  const scales = measures.flatMap((m, i): number[] => {
    if (m.kind === "length") {
      const heading = view.headings[0] ?? view.attitude.yaw;
      const places = onWall({ ...view, heading }, m.points);
      if (!places) return [];
      const [a, b] = [places[0]!, places[1]!];
      return [m.length / (focalPx * Math.hypot(b.at[0] - a.at[0], height * (b.at[1] - a.at[1])))];
    }
    const one = told[i];
    if (!one) return [];
    const [w, h] = m.kind === "grid" ? [m.columns * m.width, m.rows * m.height] : [m.width, m.height];
    const across = w / (focalPx * one.shape.width);
    const down = h / (focalPx * height * one.shape.height);
    return [Math.sqrt(across * down)];
  });
  return scales.length === 0 ? null : Math.exp(scales.reduce((s, v) => s + Math.log(v), 0) / scales.length);
}

function wordsOf(shares: readonly MeasureShare[]): string[] {
  const words = shares.flatMap(({ id, why }) => (why ? [`Measure ${id} does not count. ${why}`] : []));
  const odd = shares.filter((s) => s.off !== null && s.off > CONTRADICTS).sort((a, b) => b.off! - a.off!);
  if (odd.length === 0) return words;
  if (shares.filter((s) => s.off !== null).length < 3)
    return [
      ...words,
      `Measures ${odd.map((s) => s.id).join(" and ")} contradict each other. Is one of them on another wall, or its size another?`,
    ];
  return [...words, `Measure ${odd[0]!.id} contradicts the others. Is it on another wall, or its size another?`];
}
