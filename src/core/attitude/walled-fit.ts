import type { Intrinsics } from "../camera";
import { type Fit, ROUGHLY, fitLines } from "./fit-lines";
import { groupSills } from "./found/group-sills";
import { type ModelLine, type Unknowns, headingOf } from "./line-model";
import { distance2 } from "../geometry";

/** A line made ready, its wall not known yet. */
export type Prepared = Omit<ModelLine, "wall"> & { readonly name: string | null };

/** A fit with the walls that the sills were given to. */
export interface Found {
  readonly fit: Fit;
  readonly model: readonly ModelLine[];
}

export interface Start extends Unknowns {
  /** How well pitch and roll are known, degrees. */
  readonly tilt: number;
  /** Whether the sills are all taken to be of one wall at first, whatever their headings are under this start. */
  readonly oneWall?: boolean;
}

/** Each further wall must explain this much of the misses' squares. */
export const WALL_COST = 8;
const REGROUPINGS = 4;

export const wholeTurn = (deg: number): number => deg - 360 * Math.round(deg / 360);

/** Fits from a start, the sills given to walls anew until they stay. @param until as of fitLines. */
function grouped(
  camera: Intrinsics,
  lines: readonly Prepared[],
  start: Start,
  freeFocal: boolean,
  until?: number,
): Found {
  let now: Start = start;
  let last: string | null = null;
  let found: Found | null = null;
  for (let n = 0; n < REGROUPINGS; n++) {
    const sills = lines.filter((l) => l.kind === "sill");
    const there = { ...camera, focalPx: now.focalPx };
    const { walls, headings } =
      n === 0 && start.oneWall
        ? oneWall(there, sills, now)
        : groupSills(
            there,
            sills.map((l) => ({ ...l, wall: l.name })),
            now,
            now.tilt,
          );
    const key = walls.join();
    if (key === last) break;
    last = key;
    const wallOf = new Map(sills.map((l, i) => [l.id, walls[i]!]));
    const model = lines.map((l): ModelLine => ({ ...l, wall: wallOf.get(l.id) ?? -1 }));
    const fit = rightSideUp(fitLines(model, camera.principal, { ...now, headings }, freeFocal, until));
    found = { fit, model };
    now = { ...fit.unknowns, tilt: Math.min(start.tilt, spreadOf(fit) ?? start.tilt) };
    if (sills.length === 0) break;
  }
  return found!;
}

/** All sills on one wall, of the heading that the longest has. */
function oneWall(camera: Intrinsics, sills: readonly Prepared[], { pitch, roll }: Start) {
  const long = sills.reduce((a, b) => (distance2(...b.ends) > distance2(...a.ends) ? b : a));
  return { walls: sills.map(() => 0), headings: [headingOf(camera, long.ends, pitch, roll)] };
}

/** The best fit that any of the starts leads to: all are followed roughly, and the most promising to its end. */
export function searched(
  camera: Intrinsics,
  lines: readonly Prepared[],
  starts: readonly Start[],
  freeFocal: boolean,
): Found {
  if (starts.length === 1) return grouped(camera, lines, starts[0]!, freeFocal);
  const { fit } = bestOf(starts.map((start) => grouped(camera, lines, start, freeFocal, ROUGHLY)));
  return grouped(camera, lines, { ...fit.unknowns, tilt: spreadOf(fit) ?? 1 }, freeFocal);
}

/** How well a fit knows pitch and roll, degrees; null where it does not. */
const spreadOf = ({ cofactor }: Fit): number | null =>
  cofactor && Math.sqrt(Math.max(cofactor[0]![0]!, cofactor[1]![1]!));

/** Sills alone hold upside down as well; the camera was not. */
function rightSideUp(fit: Fit): Fit {
  const { pitch, roll, headings } = fit.unknowns;
  if (Math.abs(wholeTurn(roll)) <= 90) return fit;
  return { ...fit, unknowns: { ...fit.unknowns, pitch: -pitch, roll: roll + 180, headings: headings.map((h) => -h) } };
}

const costOf = ({ fit }: Found): number =>
  fit.cost + WALL_COST * fit.unknowns.headings.length + (fit.cofactor ? 0 : 1e6);

/** The cheapest of several fits: fewest misses, fewest walls. */
const bestOf = (all: readonly Found[]): Found => all.reduce((a, b) => (costOf(b) < costOf(a) ? b : a));
