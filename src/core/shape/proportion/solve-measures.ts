import { type Words } from "../../language";
import { type SurfaceScale, END_SIGMA_PX, scalesOf } from "./scale";
import { type Laid, type MeasuredView, type Surface, laidDown } from "./surfaces";
import type { MeasureShare } from "./measure-share";
import { marksOff } from "./marks-off";
import type { KnownMeasure } from "./recipe-part";
import { CONTRADICTS, MISSHAPEN_PX, cannot, likelyCause, wordsOf } from "./measure-words";
import { ratioOf } from "./ratio-of";
import { scaleWords } from "./size-words";
import { type Factor, weighed } from "./weighed";

/** A wall this near to the one turned face-on is that one, degrees. */
const FACING = 2;

export interface MeasuredProportion {
  /** The factor on heights, with its deviation; null where no measure tells it. */
  readonly height: number | null;
  readonly sigma: number | null;
  /** Metres to a pixel of the corrected plane, on the wall that is turned face-on; null where none tells a size. */
  readonly perPixel: number | null;
  /** Its deviation, metres to a pixel. */
  readonly perPixelSigma: number | null;
  /** Marks' noise as they show it, in what is believed of hands: 1 is that. */
  readonly noise: number;
  /** Height and scales where the view is one deviation away along each way in which it is not known. */
  readonly shifted: readonly {
    readonly view: MeasuredView;
    readonly height: number;
    readonly scales: readonly SurfaceScale[];
  }[];
  /** Height and scales where one measure's marks are a deviation off, along each independent way. */
  readonly shiftedMarks: readonly { readonly height: number; readonly scales: readonly SurfaceScale[] }[];
  /** The deviation, as a logarithm, that marks alone give the height. */
  readonly heightByMarks: number;
  /** How far all shapes are from what they are known to be without any change of height: sum of squares in deviations. */
  readonly misshape: number;
  /** How large things are on each surface that a measure of known size lies on. */
  readonly scales: readonly SurfaceScale[];
  readonly measures: readonly MeasureShare[];
  readonly messages: readonly Words[];
}

/**
 * The factor on heights, and the scale, that known measures tell: each is laid on what it lies on, its level
 * shape found by maximum likelihood, and all are weighed by their deviations.
 *
 * @param nameOf what a measure is called in messages; by its id unless told otherwise.
 */
export function solveMeasures(
  view: MeasuredView,
  measures: readonly KnownMeasure[],
  nameOf: (id: string) => string = (id) => id,
): MeasuredProportion {
  const laid = measures.map((m) => laidDown(view, m));
  const noise = noiseOf(laid, view.lines);
  const factors = measures.map((m, i) => factorOf(m, laid[i]!) ?? againstLevel(measures, laid, i));
  const sum = weighed(factors.filter((f) => f !== null));
  const shifted = (view.shifted ?? []).map((other) => ({ view: other, ...bare(other, measures) }));
  const shares = measures.map((m, i): MeasureShare => {
    const factor = factors[i];
    const others = weighed(factors.filter((f, j) => f !== null && j !== i) as Factor[]);
    // What is not known of the view moves all of them alike.
    const off =
      factor && others ? Math.abs(factor.log - others.log) / Math.sqrt(factor.variance + others.variance) : null;
    const ways = shifted.map(({ logs }) => (factor ? (logs[i] ?? factor.log) - factor.log : 0));
    return {
      id: m.id,
      height: factor ? Math.exp(factor.log) : null,
      sigma: factor ? Math.hypot(noise * Math.sqrt(factor.variance), ...ways) : null,
      pull: factor && sum ? 1 / (factor.variance * sum.weight) : 0,
      off,
      cause: off !== null && off > CONTRADICTS ? likelyCause(m, factor!, others!) : null,
      surface: laid[i]?.surface ?? null,
      missPx: laid[i]?.shape ? Math.sqrt(laid[i]!.shape!.misfit / laid[i]!.shape!.freedom) : null,
      why: laid[i] ? null : cannot(m),
    };
  });
  const height = sum ? Math.exp(sum.log) : null;
  const heightByMarks = sum ? noise * Math.sqrt(sum.variance) : 0;
  const heightWays = shifted.map((s) => (sum ? Math.log(s.height) - sum.log : 0));
  const scales = scalesOf(measures, laid, height ?? 1).map((scale): SurfaceScale => {
    const ways = shifted.map((s) => Math.log((sameSurface(s.scales, scale)?.metres ?? scale.metres) / scale.metres));
    const byMarks = noise * scale.byMarks;
    return { ...scale, byMarks, sigma: Math.hypot(byMarks, ...ways) };
  });
  const per = perPixelOf(view, scales);
  const marked = scales.find((s) => s.surface === per?.surface)?.byMarks ?? 0;
  // A pixel of the plane hangs on the focal length as well.
  const perWays = shifted.map((s) =>
    per ? Math.log((perPixelOf(s.view, s.scales)?.metres ?? per.metres) / per.metres) : 0,
  );
  return {
    height,
    sigma: height === null ? null : height * Math.hypot(heightByMarks, ...heightWays),
    perPixel: per?.metres ?? null,
    perPixelSigma: per ? per.metres * Math.hypot(marked, ...perWays) : null,
    noise,
    heightByMarks,
    shifted,
    shiftedMarks: measures.flatMap((_, i) =>
      marksOff(laid[i] ?? null, noise).map((one) =>
        factored(
          measures,
          laid.map((l, j) => (j === i ? one : l)),
        ),
      ),
    ),
    misshape: misshapeBy(measures, laid),
    scales,
    measures: shares,
    messages: [
      ...wordsOf(shares.map((share) => ({ ...share, id: nameOf(share.id) }))),
      // Where shapes contradict each other it is said already.
      ...(shares.some((share) => share.cause !== null) ? [] : scaleWords(scales, noise, nameOf)),
    ],
  };
}

/** Height and scales by a view that is taken as exact, and what each measure says of heights. */
function bare(view: MeasuredView, measures: readonly KnownMeasure[]) {
  return factored(
    measures,
    measures.map((m) => laidDown(view, m)),
  );
}

/** The same of measures as they lie. */
function factored(measures: readonly KnownMeasure[], laid: readonly (Laid | null)[]) {
  const factors = measures.map((m, i) => factorOf(m, laid[i]!) ?? againstLevel(measures, laid, i));
  const sum = weighed(factors.filter((f) => f !== null));
  const height = sum ? Math.exp(sum.log) : 1;
  return { height, scales: scalesOf(measures, laid, height), logs: factors.map((f) => f?.log ?? null) };
}

/** The same surface where the view is another: of those of its kind the one whose heading is nearest. */
export const sameSurface = (
  scales: readonly SurfaceScale[],
  { surface }: Pick<SurfaceScale, "surface">,
): SurfaceScale | undefined =>
  scales
    .filter((s) => (s.surface.kind === "floor") === (surface.kind === "floor"))
    .sort((a, b) => Math.abs(a.surface.heading - surface.heading) - Math.abs(b.surface.heading - surface.heading))[0];

/** What is believed of marks' noise beforehand counts as so many misses. */
const BELIEVED = 3;

/**
 * Marks' noise as their shapes show it, blended with what is believed of hands, in units of that; where the lines drawn by
 * the same hand miss by more, as they show it together.
 */
function noiseOf(laid: readonly (Laid | null)[], lines: MeasuredView["lines"]): number {
  let [misfit, freedom] = [0, 0];
  for (const one of laid) {
    // What is tilted, or has a mark elsewhere, says nothing of how steady the hand is.
    if (!one?.shape || Math.sqrt(one.shape.misfit / one.shape.freedom) > MISSHAPEN_PX) continue;
    misfit += one.shape.misfit / END_SIGMA_PX ** 2;
    freedom += one.shape.freedom;
  }
  const { cost, freedom: ofLines } = lines ?? { cost: 0, freedom: 0 };
  // By chance few marks miss by little: one degree of freedom less makes up for what that does to the ± (Student).
  const shown = (squares: number, independent: number): number =>
    (BELIEVED + squares) / (BELIEVED + independent - (independent > 0 ? 1 : 0));
  return Math.sqrt(Math.max(shown(misfit, freedom), shown(misfit + cost, freedom + ofLines)));
}

/** The factor on heights that gives a measure its shape; null for a length, and on the floor, which says nothing of heights. */
function factorOf(m: KnownMeasure, laid: Laid | null): Factor | null {
  if (m.kind === "length" || !laid?.shape || laid.surface.kind === "floor") return null;
  const { shape } = laid;
  const [ww, wh, hh] = shape.covariance;
  return {
    log: Math.log(shape.width / shape.height / ratioOf(m)),
    variance: (ww - 2 * wh + hh) * END_SIGMA_PX ** 2,
  };
}

function misshapeBy(measures: readonly KnownMeasure[], laid: readonly (Laid | null)[]): number {
  return measures.reduce((sum, m, i) => {
    const shape = laid[i]?.shape;
    if (m.kind === "length" || !shape) return sum;
    const [ww, wh, hh] = shape.covariance;
    const log = Math.log(shape.width / shape.height / ratioOf(m));
    return sum + (shape.misfit + (log * log) / (ww - 2 * wh + hh)) / END_SIGMA_PX ** 2;
  }, 0);
}

/** A length counts as standing, or as lying, when one way of it is so many times the other. */
const ONE_WAY = 4;

/** How far a length reaches to the right and down on its wall, and the variances of both logarithms. */
function reachOf({ places }: Laid) {
  const [a, b] = [places[0]!, places[1]!];
  const [x, y] = [Math.abs(b.at[0] - a.at[0]), Math.abs(b.at[1] - a.at[1])];
  const of = (i: 0 | 2): number => (a.covariance[i] + b.covariance[i]) * END_SIGMA_PX ** 2;
  return { x, y, xVariance: of(0) / x ** 2, yVariance: of(2) / y ** 2 };
}

/** What a standing length says of heights, beside all that is known of widths on the same wall; null where it says nothing. */
function againstLevel(measures: readonly KnownMeasure[], laid: readonly (Laid | null)[], i: number): Factor | null {
  const [own, on] = [measures[i]!, laid[i]];
  if (own.kind !== "length" || !on || on.surface.kind === "floor") return null;
  const standing = reachOf(on);
  if (standing.y < ONE_WAY * standing.x) return null;
  const level = measures.flatMap((m, j): Factor[] => {
    const other = laid[j];
    if (!other || m.unit === "ratio" || other.surface.kind === "floor") return [];
    if (Math.abs(other.surface.heading - on.surface.heading) >= FACING) return [];
    if (m.kind === "length") {
      const { x, y, xVariance } = reachOf(other);
      return x < ONE_WAY * y ? [] : [{ log: Math.log(m.length / x), variance: xVariance }];
    }
    const width = m.kind === "grid" ? m.columns * m.width : m.width;
    const variance = other.shape!.covariance[0] * END_SIGMA_PX ** 2;
    return [{ log: Math.log(width / other.shape!.width), variance }];
  });
  const across = weighed(level);
  if (!across) return null;
  const down = Math.log(own.length / standing.y);
  return { log: down - across.log, variance: standing.yVariance + across.variance };
}

/** Metres to a pixel of the corrected plane: a wall at a distance of one is f pixels to one. The facing wall's, or the only one's. */
function perPixelOf(
  { camera, attitude, headings }: MeasuredView,
  scales: readonly SurfaceScale[],
): { readonly metres: number; readonly surface: Surface } | null {
  const walls = scales.filter((s) => s.surface.kind !== "floor");
  const facing = headings[0] ?? attitude.yaw;
  const one = walls.find((s) => Math.abs(s.surface.heading - facing) < FACING) ?? walls[0];
  return one ? { metres: one.metres / camera.focalPx, surface: one.surface } : null;
}
