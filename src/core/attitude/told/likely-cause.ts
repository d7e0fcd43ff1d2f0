import type { Intrinsics } from "../../camera";
import { type Lens, makeLens } from "../../lens";
import type { LineInput, ModelLine, Unknowns } from "../line-model";
import { missOf } from "../line-model";
import { observe } from "../plumb-residual";
import type { LineSolution } from "../solve-lines";

export type Cause = "wrong-kind" | "other-wall" | "bowed" | "leaning";

/** A line fits another direction when it misses that by this little, pixels. */
const FITS_PX = 2.5;
/** Lines further out than this (half diagonals) bow under a lens that has not been undone. */
const OUTER = 0.55;
/** Lenses bow no more than this, by the first radial term: barrel and pincushion. */
const BOWS = [-0.1, 0.05];

export interface LikelyCause {
  readonly cause: Cause;
  /** For "other-wall": the index of the wall it runs with. */
  readonly wall: number | null;
}

/** Why a line misses what the others say, as likely as its place and direction tell. */
export function likelyCause(
  camera: Intrinsics,
  lens: Lens,
  line: LineInput,
  { attitude, walls, lines, focal }: LineSolution,
): LikelyCause {
  const model: ModelLine = { ...observe(lens, line.id, line.ends), kind: line.kind, sigmaPx: 1, wall: 0 };
  const focalPx = focal?.focalPx ?? camera.focalPx;
  const u: Unknowns = { ...attitude, headings: walls.map((w) => w.heading), focalPx };
  const miss = (kind: "plumb" | "sill", wall: number): number =>
    Math.abs(missOf({ ...model, kind, wall }, camera.principal, u));
  const own = lines.find((l) => l.id === line.id)?.wall ?? null;
  const others = walls.map((_, w) => ({ w, miss: miss("sill", w) })).filter(({ w }) => w !== own);
  const fit = others.sort((a, b) => a.miss - b.miss)[0];
  if (line.kind === "plumb" && fit && fit.miss < FITS_PX) return { cause: "wrong-kind", wall: fit.w };
  if (line.kind === "sill" && miss("plumb", -1) < FITS_PX) return { cause: "wrong-kind", wall: null };
  if (line.kind === "sill" && fit && fit.miss < FITS_PX) return { cause: "other-wall", wall: fit.w };
  const [cx, cy] = camera.principal;
  const outer = Math.max(...line.ends.map(([x, y]) => Math.hypot(x - cx, y - cy))) / Math.hypot(cx, cy);
  // Whether taking out as strong a bow as lenses have would bring the line to what the others say, or beyond it.
  const signed = (bow: number): number => {
    const bowed = makeLens([2 * cx, 2 * cy], { k: [bow, 0, 0], p: [0, 0], centre: camera.principal, amount: 1 });
    const seen = { ...observe(bowed, line.id, line.ends), kind: line.kind, sigmaPx: 1, wall: own ?? 0 };
    return missOf(seen, camera.principal, u);
  };
  const now = signed(0);
  const explained = BOWS.some((bow) => signed(bow) * now <= 0 || Math.abs(signed(bow)) < FITS_PX);
  return { cause: lens.straight && outer > OUTER && explained ? "bowed" : "leaning", wall: null };
}
