import type { Intrinsics } from "../camera";
import type { Lens } from "../lens";
import { groupSills } from "./found/group-sills";
import { horizonStarts } from "./horizon-starts";
import { type LineInput, missOf } from "./line-model";
import { solvePlumbs } from "./solve-plumbs";
import { type Prepared, type Start, WALL_COST } from "./walled-fit";

/** Where the search starts when plumbs do not tell, degrees of pitch. */
const STARTS = [0, 12, -12, 25];
/** Of many starts only this many are followed up. */
const MOST_FITS = 8;

/** Plumbs that know pitch and roll better than this, degrees, are where the search starts; otherwise others are weighed beside them. */
const WELL_KNOWN = 0.25;
/** Fewer sills have no grouping that could go wrong. */
const GROUPED = 3;

/**
 * Two plumbs tell pitch and roll by themselves; without them, or where they lie so near together that they hardly do,
 * several tilts are tried and the horizons through meeting points of sills, all weighed by what the lines say in the end.
 */
export function startsOf(camera: Intrinsics, lens: Lens, usable: readonly LineInput[]): Start[] {
  const plumbs = solvePlumbs(
    camera,
    lens,
    usable.filter((l) => l.kind === "plumb"),
  );
  const at = (pitch: number, roll: number, tilt: number): Start => ({
    pitch,
    roll,
    headings: [],
    focalPx: camera.focalPx,
    tilt,
  });
  const sills = usable.filter((l) => l.kind === "sill");
  const own: Start[] = [];
  if (plumbs.status === "solved") {
    const { pitch, roll } = plumbs.attitude;
    const tilt = Math.max(plumbs.sigma.pitch!, plumbs.sigma.roll!);
    own.push(at(pitch, roll, tilt));
    if (tilt < WELL_KNOWN || sills.length < GROUPED) return own;
    // Along what they do not know.
    for (const by of [-2, -1, 1, 2]) own.push(at(pitch + by * plumbs.sigma.pitch!, roll, tilt / 2));
  }
  const byHorizon = horizonStarts(
    camera,
    sills.map(({ ends }) => [lens.undistort(ends[0]), lens.undistort(ends[1])] as const),
  );
  return [...own, ...STARTS.map((pitch) => at(pitch, 0, 5)), ...byHorizon.map((h) => at(h.pitch, h.roll, 0.5))];
}

/** The starts worth a fit: those under which the lines fall into the fewest walls with the smallest misses. */
export function promising(camera: Intrinsics, lines: readonly Prepared[], starts: readonly Start[]): Start[] {
  if (starts.length <= MOST_FITS) return [...starts];
  const sills = lines.filter((l) => l.kind === "sill");
  const worth = (start: Start): number => {
    const { walls, headings } = groupSills(
      camera,
      sills.map((l) => ({ ...l, wall: l.name })),
      start,
      start.tilt,
    );
    let cost = WALL_COST * headings.length;
    let n = 0;
    for (const line of lines) {
      const wall = line.kind === "sill" ? walls[n++]! : -1;
      cost += Math.min(WALL_COST, missOf({ ...line, wall }, camera.principal, { ...start, headings }) ** 2 / 25);
    }
    return cost;
  };
  return starts
    .map((start) => ({ start, cost: worth(start) }))
    .sort((a, b) => a.cost - b.cost)
    .slice(0, MOST_FITS)
    .map((s) => s.start);
}
