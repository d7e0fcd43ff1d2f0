import type { Attitude, Intrinsics } from "../../camera";
import type { Lens } from "../../lens";
import { type MeasuredShape, levelEllipse, levelRectangle } from "./measured-shape";
import { type WallPlace, onWall } from "./on-wall";
import type { KnownMeasure } from "./recipe-part";

/** What a measure may lie on. */
export interface Surface {
  readonly kind: "wall" | "floor" | "own";
  /** Degrees in the levelled camera's frame. */
  readonly heading: number;
}

export interface MeasuredView {
  readonly camera: Intrinsics;
  readonly lens: Lens;
  readonly attitude: Attitude;
  /** Headings of the walls that the lines tell, degrees in the levelled camera's frame; the first is turned face-on, if any is. */
  readonly headings: readonly number[];
  /** The heading of the wall that a sill is on, for measures that name one; null: none. */
  readonly headingOf?: (sill: string) => number | null;
  /** What the lines that tell the view miss: the sum of squares in their own deviations, and how many are independent. */
  readonly lines?: { readonly cost: number; readonly freedom: number };
  /**
   * The same view one deviation away along each independent way in which it is not known: what lines do not tell of the
   * attitude, what is not known of the focal length. Absent: it is taken as exact.
   */
  readonly shifted?: readonly Omit<MeasuredView, "shifted">[];
}

/** A measure laid on a surface. */
export interface Laid {
  readonly surface: Surface;
  readonly places: readonly WallPlace[];
  /** Null for a length, which has none. */
  readonly shape: MeasuredShape | null;
}

/** A wall that the measure tells itself is looked for between these headings from the view's own, degrees. */
const OWN_SEARCH = 65;
/** On the floor a quarter turn is the same again. */
const FLOOR_SEARCH = 45;
const OWN_STEP = 5;
/** Known walls are meant while a measure's marks miss them by no more than this, pixels (root mean square). */
const MISSES_WALL_PX = 3;

/** A measure laid on one surface; null where it does not lie on it, or its marks make no such shape there. */
export function laidOn(view: MeasuredView, measure: KnownMeasure, surface: Surface): Laid | null {
  const places = onWall({ ...view, heading: surface.heading, floor: surface.kind === "floor" }, measure.points);
  if (!places) return null;
  if (measure.kind === "length") {
    const [a, b] = [places[0]!.at, places[1]!.at];
    return Math.hypot(b[0] - a[0], b[1] - a[1]) > 0 ? { surface, places, shape: null } : null;
  }
  if (measure.kind !== "ellipse" && !goesRound(places)) return null;
  const shape = measure.kind === "ellipse" ? levelEllipse(places) : levelRectangle(places);
  return shape && Number.isFinite(shape.misfit) ? { surface, places, shape } : null;
}

/** Whether four places are the corners of a convex figure, named clockwise. */
const goesRound = (places: readonly WallPlace[]): boolean =>
  places.every(({ at: a }, i) => {
    const [b, c] = [places[(i + 1) % 4]!.at, places[(i + 2) % 4]!.at];
    return (b[0] - a[0]) * (c[1] - b[1]) - (b[1] - a[1]) * (c[0] - b[0]) > 0;
  });

const missPx = ({ shape }: Laid): number => (shape ? Math.sqrt(shape.misfit / shape.freedom) : 0);
const better = (a: Laid | null, b: Laid | null): Laid | null => (a && b ? (missPx(b) < missPx(a) ? b : a) : (a ?? b));

/** The measure on the wall of the heading that its own marks fit best, closed in on from a row of headings; on the floor, laid along it. */
function onItsOwn(view: MeasuredView, measure: KnownMeasure, kind: "own" | "floor" = "own"): Laid | null {
  const at = (heading: number): Laid | null => laidOn(view, measure, { kind, heading });
  let best: Laid | null = null;
  const most = kind === "floor" ? FLOOR_SEARCH : OWN_SEARCH;
  for (let d = -most; d <= most; d += OWN_STEP) best = better(best, at(view.attitude.yaw + d));
  for (let step = OWN_STEP / 2; best && step > 1e-6; step /= 2) {
    const { heading } = best.surface;
    best = better(best, better(at(heading - step), at(heading + step)));
  }
  return best;
}

/**
 * A measure on what it says it lies on; where it does not say, on the wall among those that the lines tell which its marks
 * fit best, or, where they fit none, on a wall whose heading they tell themselves.
 */
export function laidDown(view: MeasuredView, measure: KnownMeasure): Laid | null {
  const { wall } = measure;
  const facing = view.headings[0] ?? view.attitude.yaw;
  if (wall === "floor") {
    // Along the wall that faces the camera, unless the marks say that they lie another way.
    const along = laidOn(view, measure, { kind: "floor", heading: facing });
    if (measure.kind === "length" || (along && missPx(along) <= MISSES_WALL_PX)) return along;
    return onItsOwn(view, measure, "floor") ?? along;
  }
  if (wall === "own" && measure.kind !== "length") return onItsOwn(view, measure);
  const named = wall === undefined ? null : (view.headingOf?.(wall) ?? null);
  if (named !== null) return laidOn(view, measure, { kind: "wall", heading: named });
  const headings = view.headings.length > 0 ? view.headings : [view.attitude.yaw];
  // A length fits any wall: the one that is turned face-on is meant.
  if (measure.kind === "length") return laidOn(view, measure, { kind: "wall", heading: facing });
  // Facing walls come first: of two that fit about as well the one turned face-on is meant.
  const known = headings.reduce<Laid | null>((best, heading) => {
    const one = laidOn(view, measure, { kind: "wall", heading });
    return one && (!best || one.shape!.misfit < 0.5 * best.shape!.misfit) ? one : best;
  }, null);
  if (known && missPx(known) <= MISSES_WALL_PX) return known;
  const own = onItsOwn(view, measure);
  return own && (!known || missPx(own) < 0.5 * missPx(known)) ? own : known;
}
