import type { Vec2 } from "../../geometry";
import { type Here, type NormalEquations, dampedLeastSquares } from "../../numerics";
import { sharedEdges } from "./shared-edges";
import { type Quad, depthOf, quadFault, quadToQuad } from "./quad";
import { rectangleRatio } from "./rectangle-ratio";
import type { JoinedFace, Lock } from "./bend-settings";
import { type FlatView, type Sight, flatView } from "./sight";

/** A joint where it lies on the plane before shape, pixels, and how far it is pulled. */
export interface PlacedJoint {
  readonly id: string;
  readonly at: Vec2;
  readonly by: Vec2 | null;
}

/** How strongly each kind of thing is held: square roots of weights, one over pixels. */
const HELD = {
  /** A pulled joint, a locked edge, a rectangle. */
  told: 1000,
  /** A joint nobody has told anything stays. */
  stay: 1,
  /** And an edge keeps its length and direction. */
  edge: 0.2,
} as const;

/** How strongly two faces stay flat along the edge they share. */
const FLAT = [300, 10, 1, 0.3, 0.1] as const;
/** The first of them that takes no joint further than this many times as far as it would go otherwise, and pixels, is preferred. */
const NO_FURTHER = { times: 1.5, px: 100 } as const;

/** Joints move by this to see what it does, pixels. */
const STEP = 0.01;
/** The search is over when a step promises less than this share of what is left. */
const UNTIL = 1e-8;

/** Something asked of joints' coordinates: Σ coefficient · coordinate = value, so strongly. */
interface Row {
  readonly terms: readonly (readonly [coordinate: number, coefficient: number])[];
  readonly value: number;
  readonly held: number;
}

/** An edge that two faces share, as the search sees it. */
interface Fold {
  readonly one: { readonly view: FlatView; readonly joints: readonly number[]; readonly side: number };
  readonly two: Fold["one"];
}

/**
 * Where joints go: pulled ones by what they are pulled, edges to their locks, rectangles to theirs, and all others so that faces
 * stay flat, as near as that allows to where they were. Where faces cannot all stay flat without one of them being turned inside
 * out, they need not.
 *
 * @param faces of good quads only (quadFault). @param views how each of them is seen where straight things are straight.
 * @returns ways to do it, the flattest first, each in the order of the joints: what is around may not be able to follow the first.
 */
export function solveJoints(
  joints: readonly PlacedJoint[],
  faces: readonly JoinedFace[],
  views: readonly FlatView[],
): readonly (readonly Vec2[])[] {
  const used = new Set(faces.flatMap((f) => f.joints));
  const free = joints.filter((j) => used.has(j.id));
  const told = faces.some((f) => f.form === "rectangle" || (f.edges ?? []).some((e) => e !== "free"));
  if (free.length === 0 || (!told && free.every((j) => j.by === null))) return [joints.map((j) => j.at)];
  const place = new Map(free.map((j, i) => [j.id, i]));
  const numbers = faces.map((f) => f.joints.map((id) => place.get(id)!));
  const placed = numbers.map((n) => n.map((i) => free[i]!.at) as unknown as Quad);
  const rows = [...free.flatMap(stayRows), ...faces.flatMap((f, k) => faceRows(f, numbers[k]!, placed[k]!, views[k]!))];
  const folds = sharedEdges(faces).map(([[f, side], [g, other]]): Fold => ({
    one: { view: views[f]!, joints: numbers[f]!, side },
    two: { view: views[g]!, joints: numbers[g]!, side: other },
  }));
  const start = free.flatMap((j) => [j.at[0] + (j.by?.[0] ?? 0), j.at[1] + (j.by?.[1] ?? 0)]);
  const isSound = (state: readonly number[]): boolean => numbers.every((n) => quadFault(quadOf(n, state)) === null);
  const far = (state: readonly number[]): number =>
    Math.max(...free.map((j, i) => Math.hypot(state[2 * i]! - j.at[0], state[2 * i + 1]! - j.at[1])));
  const loose = leastOf(rows, [], 0, start);
  const most = NO_FURTHER.times * far(loose) + NO_FURTHER.px;
  const ways = (folds.length > 0 ? FLAT : [])
    .map((flat) => leastOf(rows, folds, flat, start))
    .filter(isSound)
    .sort((a, b) => Number(far(a) > most) - Number(far(b) > most));
  return [...ways, loose].map((state) =>
    joints.map((j) => {
      const i = place.get(j.id);
      return i === undefined ? j.at : [state[2 * i]!, state[2 * i + 1]!];
    }),
  );
}

const quadOf = (numbers: readonly number[], state: readonly number[]): Quad =>
  numbers.map((i): Vec2 => [state[2 * i]!, state[2 * i + 1]!]) as unknown as Quad;

const stayRows = ({ at, by }: PlacedJoint, i: number): Row[] =>
  ([0, 1] as const).map((c) => ({
    terms: [[2 * i + c, 1]],
    value: at[c] + (by?.[c] ?? 0),
    held: by ? HELD.told : HELD.stay,
  }));

function faceRows(face: JoinedFace, joints: readonly number[], placed: Quad, view: FlatView): Row[] {
  const rows: Row[] = [];
  const coordinate = (corner: number, c: 0 | 1): number => 2 * joints[corner % 4]! + c;
  for (let side = 0; side < 4; side++) {
    const apart = (c: 0 | 1): Row["terms"] => [
      [coordinate(side + 1, c), 1],
      [coordinate(side, c), -1],
    ];
    const [s, t] = [placed[side]!, placed[(side + 1) % 4]!];
    for (const c of [0, 1] as const) rows.push({ terms: apart(c), value: t[c] - s[c], held: HELD.edge });
    const level = side % 2 === 0 ? "horizontal" : "vertical";
    const lock: Lock = face.form === "rectangle" ? level : (face.edges?.[side] ?? "free");
    if (lock !== "free") rows.push({ terms: apart(lock === "vertical" ? 0 : 1), value: 0, held: HELD.told });
  }
  if (face.form === "rectangle") {
    const ratio = face.ratio ?? rectangleRatio(view.quad, view.camera);
    const wide = [
      [1, 1],
      [2, 1],
      [0, -1],
      [3, -1],
    ] as const;
    const high = [
      [3, 1],
      [2, 1],
      [0, -1],
      [1, -1],
    ] as const;
    rows.push({
      terms: [
        ...wide.map(([corner, by]) => [coordinate(corner, 0), by] as const),
        ...high.map(([corner, by]) => [coordinate(corner, 1), -by * ratio] as const),
      ],
      value: 0,
      held: HELD.told / 2,
    });
  }
  return rows;
}

/** How far apart two faces carry the middle of the edge they share, pixels. */
function partedAt({ one, two }: Fold, state: readonly number[]): number {
  const ratio = ({ view: { quad, depths }, joints, side }: Fold["one"]): number => {
    const map = quadToQuad(quad, quadOf(joints, state));
    const depth = (corner: number): number => depthOf(map, quad[corner]!) * depths[corner]!;
    return depth((side + 1) % 4) / depth(side);
  };
  const [a, b] = [ratio(one), 1 / ratio(two)];
  const [p, q] = [one.joints[one.side]!, one.joints[(one.side + 1) % 4]!];
  const long = Math.hypot(state[2 * q]! - state[2 * p]!, state[2 * q + 1]! - state[2 * p + 1]!);
  return (a / (1 + a) - b / (1 + b)) * long;
}

/** What the rows ask for and, so strongly, that faces stay flat. */
function leastOf(
  rows: readonly Row[],
  folds: readonly Fold[],
  flat: number,
  start: readonly number[],
): readonly number[] {
  const n = start.length;
  const offOf = ({ terms, value }: Row, state: readonly number[]): number =>
    terms.reduce((sum, [i, by]) => sum + by * state[i]!, -value);
  const at = (state: readonly number[]): Here<readonly number[]> => {
    const parted = flat > 0 ? folds.map((fold) => flat * partedAt(fold, state)) : [];
    const cost =
      rows.reduce((sum, row) => sum + (row.held * offOf(row, state)) ** 2, 0) +
      parted.reduce((sum, p) => sum + p * p, 0);
    const equations = (): NormalEquations => {
      const a = Array.from({ length: n }, () => new Array<number>(n).fill(0));
      const g = new Array<number>(n).fill(0);
      const add = (terms: Row["terms"], off: number, held: number): void => {
        for (const [i, by] of terms) {
          g[i]! += held * held * by * off;
          for (const [j, other] of terms) a[i]![j]! += held * held * by * other;
        }
      };
      for (const row of rows) add(row.terms, offOf(row, state), row.held);
      parted.forEach((off, k) => {
        const { one, two } = folds[k]!;
        const touched = [...new Set([...one.joints, ...two.joints])].flatMap((i) => [2 * i, 2 * i + 1]);
        const moved = (i: number, by: number): number =>
          partedAt(
            folds[k]!,
            state.map((v, m) => (m === i ? v + by : v)),
          );
        const slopes = touched.map((i) => [i, (moved(i, STEP) - moved(i, -STEP)) / (2 * STEP)] as const);
        add(slopes, off / flat, flat);
      });
      return { a, g };
    };
    return { state, cost: Number.isFinite(cost) ? cost : Infinity, equations };
  };
  const moved = (state: readonly number[], step: readonly number[]): readonly number[] =>
    state.map((v, i) => v + step[i]!);
  return dampedLeastSquares(at, moved, start, { until: UNTIL, rounds: 60 }).state;
}

/** A face that cannot be, and why. */
export interface FaceFault {
  readonly id: string;
  readonly fault: NonNullable<ReturnType<typeof quadFault>> | "unseen" | "too wide";
}

/** A face that is on and good, and how it is seen where straight things are straight. */
export interface SoundFace {
  readonly face: JoinedFace;
  readonly view: FlatView;
}

/** The faces that are on and good, and those that are not. @param at where a joint lies on the plane; null where it cannot be seen. */
export function soundFaces(
  faces: readonly JoinedFace[],
  at: (joint: string) => Vec2 | null,
  sight: Sight,
): { readonly sound: SoundFace[]; readonly faults: FaceFault[] } {
  const sound: SoundFace[] = [];
  const faults: FaceFault[] = [];
  for (const face of faces) {
    if (!face.on) continue;
    const corners = face.joints.map(at);
    const unseen = corners.some((c) => c === null);
    const view = unseen ? null : flatView(corners as unknown as Quad, sight);
    const fault = unseen ? "unseen" : view ? quadFault(view.quad) : "too wide";
    if (fault || !view) faults.push({ id: face.id, fault: fault ?? "too wide" });
    else sound.push({ face, view });
  }
  return { sound, faults };
}
