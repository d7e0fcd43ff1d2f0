import type { Intrinsics } from "../camera";
import { type Fit, fitLines } from "./fit-lines";
import { type ModelLine, halfTurn, headingOf, missOf } from "./line-model";
import type { Found } from "./walled-fit";

/** Walls that run apart by less than this are built as one, degrees. */
const LEAST_APART = 1.5;
/** A wall is cut in two where that explains so much of the misses' squares, in those that remain; … */
const SURE = 22;
/** … between this and that both are about as likely. */
const DOUBTFUL = 11;
/** Each of two walls has at least so many sills. */
const LEAST_SILLS = 2;

/** A wall that may be two, about as likely as not. */
export interface DoubtfulWall {
  /** Sills of the smaller part. */
  readonly lines: readonly string[];
  /** By how much the parts run apart, degrees. */
  readonly apart: number;
}

/**
 * Cuts walls in two whose sills tell two headings: grouping by heading alone takes walls a few degrees apart for one. Named
 * walls stay as they are.
 *
 * @param named ids of sills whose wall was told.
 */
export function splitWalls(
  camera: Intrinsics,
  found: Found,
  freeFocal: boolean,
  named: ReadonlySet<string>,
): { found: Found; doubtful: DoubtfulWall | null } {
  let now = found;
  let doubtful: DoubtfulWall | null = null;
  for (let wall = 0; wall < now.fit.unknowns.headings.length; wall++) {
    const sills = now.model.filter((l) => l.wall === wall);
    if (sills.length < 2 * LEAST_SILLS || sills.some((l) => named.has(l.id))) continue;
    const cut = bestCut(camera, now, wall, freeFocal);
    if (!cut) continue;
    if (cut.gain > SURE) now = cut.found;
    else if (cut.gain > DOUBTFUL) doubtful = { lines: cut.smaller, apart: cut.apart };
  }
  return { found: now, doubtful };
}

interface Cut {
  readonly found: Found;
  /** By how much the misses' squares fall, in the mean square that remains, or one. */
  readonly gain: number;
  readonly smaller: readonly string[];
  readonly apart: number;
}

/** The cut of a wall, by its sills' own headings, that explains most; null where its parts do not run apart. */
function bestCut(camera: Intrinsics, { fit, model }: Found, wall: number, freeFocal: boolean): Cut | null {
  const { pitch, roll, headings, focalPx } = fit.unknowns;
  const there = { ...camera, focalPx };
  const own = model
    .filter((l) => l.wall === wall)
    .map((l) => ({ id: l.id, off: halfTurn(headingOf(there, l.ends, pitch, roll) - headings[wall]!) }))
    .sort((a, b) => a.off - b.off);
  let best: { fit: Fit; model: ModelLine[] } | null = null;
  for (let n = LEAST_SILLS; n <= own.length - LEAST_SILLS; n++) {
    const away = new Set(own.slice(n).map((o) => o.id));
    const mean = (of: typeof own): number => headings[wall]! + of.reduce((s, o) => s + o.off, 0) / of.length;
    const started = [...headings, mean(own.slice(n))];
    started[wall] = mean(own.slice(0, n));
    let parted = model.map((l) => (away.has(l.id) ? { ...l, wall: headings.length } : l));
    let fitted = fitLines(parted, camera.principal, { ...fit.unknowns, headings: started }, freeFocal);
    // Near the horizon a sill has hardly a heading: each goes where it misses least.
    parted = model.map((l) => (l.wall === wall ? nearer(l, camera, fitted, [wall, headings.length]) : l));
    if (LEAST_SILLS > Math.min(...[wall, headings.length].map((w) => parted.filter((l) => l.wall === w).length)))
      continue;
    fitted = fitLines(parted, camera.principal, fitted.unknowns, freeFocal);
    if (fitted.cofactor && (!best || fitted.cost < best.fit.cost)) best = { fit: fitted, model: parted };
  }
  if (!best) return null;
  const { unknowns } = best.fit;
  const apart = Math.abs(halfTurn(unknowns.headings[wall]! - unknowns.headings[headings.length]!));
  if (apart < LEAST_APART) return null;
  const remains = Math.max(1, best.fit.cost / Math.max(1, model.length - best.fit.count));
  const parts = [wall, headings.length].map((w) => best.model.filter((l) => l.wall === w).map((l) => l.id));
  return {
    found: best,
    gain: (fit.cost - best.fit.cost) / remains,
    smaller: parts[0]!.length < parts[1]!.length ? parts[0]! : parts[1]!,
    apart,
  };
}

function nearer(line: ModelLine, { principal }: Intrinsics, fit: Fit, walls: readonly number[]): ModelLine {
  const [first, second] = walls.map((wall) => ({ ...line, wall }));
  const miss = (l: ModelLine): number => Math.abs(missOf(l, principal, fit.unknowns));
  return miss(second!) < miss(first!) ? second! : first!;
}
