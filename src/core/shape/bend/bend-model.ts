import type { PlaneStep } from "../../course";
import { type Size, type Vec2, bounds, clipToRect, contains, rectOutline } from "../../geometry";
import { FOLDED, areasOf } from "./area-bounds";
import type { Manner } from "./field-energy";
import type { FacePatch } from "./face-patch";
import type { Edge } from "./shared-edges";
import { type PlacedEdge, placedEdges } from "./placed-edges";
import type { PlacedShield, PlacedTaut } from "./placed-marks";
import { type JoinedFace, firmness, movesAnything } from "./bend-settings";
import { type SightRecipe, sightOf } from "./sight";
import type { Pin } from "./bend-system";
import { type LaidFaces, laidFaces, placedMarks } from "./laid-faces";
import { solveField } from "./solve-field";
import { type FaceFault, solveJoints } from "./solve-joints";
import { type Lattice, SplineField, latticeOver } from "./spline-field";
import { inFaces, visibleIn } from "./visible-cells";
import { BendWarp } from "./warp";

/** As much of a settled recipe as shape takes. */
export interface BendRecipe extends SightRecipe {
  readonly frame: { readonly detail?: { columns: number; rows: number; weights: string } | undefined };
}

/** Cells along the picture's longer side: of a picture at rest, and while something moves. */
const CELLS = { rest: 32, moving: 10 } as const;
/** Of the plane what lies within this share of the photo around it is bent; beyond it moves as its border does. */
const AROUND = 0.5;
/** Places along the photo's straight edges are so many cells apart. */
const EDGE_PLACES = 0.5;
/** Forms give way. */
const LOOSE: Manner = { forms: 0.02, staying: 1, held: 1 };
/** Marks are met wholly; where keeping forms squashes too much or folds the picture they give way, and then what is around goes along. */
const WHOLLY: readonly Manner[] = [
  { forms: 1, staying: 1, held: 1, sizes: true },
  { forms: 0.02, staying: 10, held: 1 },
  LOOSE,
  { forms: 0.02, staying: 0.1, held: 1 },
];
/** Where marks that fight each other would fold it, they are held less, so that they meet half way. */
const HALF_WAY: readonly Manner[] = [
  { forms: 1, staying: 1, held: 0.01 },
  { forms: 1, staying: 1, held: 1e-4 },
];
/** Where it folds nevertheless, marks are given less of what they ask for. */
const SHARES = [0.9, 0.75, 0.6, 0.45, 0.3, 0.15] as const;
/** Areas may miss their bounds by this factor before another manner is tried. */
const NEARLY = 1.08;

/** One way to meet the marks. */
interface Try {
  /** Where joints are asked to go. */
  readonly asked: readonly Vec2[];
  readonly manner: Manner;
  /** How far what marks ask for is done. */
  readonly share: number;
}

/** All that is looked for in a shape: handed on, nobody need look again. */
export interface FoundBend {
  /** Where joints are asked to go, plane pixels. */
  readonly asked: readonly Vec2[];
  /** How far what marks ask for is done. */
  readonly share: number;
  /** Of the field: see SplineField. */
  readonly numbers: Float64Array;
}

/** A shape, solved. */
export interface BendModel {
  readonly found: FoundBend;
  readonly warp: BendWarp;
  readonly tauts: readonly PlacedTaut[];
  readonly shields: readonly PlacedShield[];
  /** The photo's straight edges that no mark runs along. */
  readonly edges: readonly PlacedEdge[];
  /** The faces that count, in the order of the warp's patches. */
  readonly faces: readonly JoinedFace[];
  readonly faults: readonly FaceFault[];
  /** Where joints lie before and after, plane pixels. */
  readonly joints: ReadonlyMap<string, { readonly from: Vec2; readonly to: Vec2 }>;
  /** How far what marks ask for is done: less than 1 where more would fold the picture. */
  readonly share: number;
}

/**
 * Solves a recipe's shape. @param inner recorded picture → plane before shape. @param moving coarser and quicker.
 *
 * @param known what the very same shape at rest was found to be, by another process: then nothing is looked for.
 * @returns null where nothing would be moved.
 */
export function solveBend(
  recipe: BendRecipe,
  size: Size,
  inner: PlaneStep,
  moving = false,
  known: FoundBend | null = null,
): BendModel | null {
  const { shape } = recipe;
  if (!movesAnything(shape)) return null;
  const covered = clipToRect(inner.outline(rectOutline([0, 0, size[0], size[1]], 24)), [
    -AROUND * size[0],
    -AROUND * size[1],
    (1 + 2 * AROUND) * size[0],
    (1 + 2 * AROUND) * size[1],
  ]);
  if (covered.length < 3) return null;
  const lattice = latticeOver(bounds(covered), moving ? CELLS.moving : CELLS.rest);
  const step = lattice.cell / 3;
  const marks = placedMarks(shape, sightOf(recipe), step, inner);
  const { joints, sound, faces, faults, tauts, shields, outer } = marks;
  const unit = Math.hypot(size[0], size[1]);
  const edges = placedEdges(shape, tauts, unit, EDGE_PLACES * lattice.cell, (p) => inner.forward(p));
  const modelOf = (found: FoundBend, { targets, patches }: LaidFaces): BendModel => {
    const warp = new BendWarp(new SplineField(lattice, found.numbers), patches, outer);
    return { warp, tauts, shields, edges, faces, faults, joints: targets, share: found.share, found };
  };
  const again = known && laidFaces(marks, known.asked, known.share);
  if (again) return modelOf(known, again);
  const ways = solveJoints(
    joints,
    faces,
    sound.map((s) => s.view),
  );
  const visible = visibleIn(lattice, recipe.frame.detail, size, inner);
  /** Null where faces cannot be laid so. */
  const tryOut = ({ asked, manner, share }: Try): Tried | null => {
    const tried = laidFaces(marks, asked, share);
    if (!tried) return null;
    const { patches } = tried;
    const counts = (p: Vec2): boolean => contains(covered, p) && !patches.some((patch) => patch.holds(p[0], p[1]));
    const field = solveField(
      lattice,
      unit,
      inFaces(visible, lattice, patches),
      {
        tauts: tauts.map((t) => (share === 1 ? t : { ...t, mark: { ...t.mark, amount: share * t.mark.amount } })),
        shields: shields.filter((s) => s.mark.keeps !== "place"),
        pins: [...rimPins(patches, outer, step), ...placePins(shields)].filter(({ at }) => isOn(lattice, at)),
        edges: outside(edges, patches),
        inFace: (p) => goesInFace(patches, p),
        counts,
      },
      manner,
    );
    const { worst } = areasOf(field, counts);
    return { model: modelOf({ asked, share, numbers: field.numbers }, tried), worst };
  };
  return gentlest(ways, tryOut);
}

/** What a try has come to. */
interface Tried {
  readonly model: BendModel;
  /** By which factor areas miss their bounds. */
  readonly worst: number;
}

/**
 * The first of the ways to meet the marks that squashes nothing; else one that folds nothing, marks met wholly before half way, and that
 * before in part. @param ways where joints are asked to go.
 */
function gentlest(ways: readonly (readonly Vec2[])[], tryOut: (one: Try) => Tried | null): BendModel | null {
  let unfolded: BendModel | null = null;
  for (const asked of ways) {
    for (const manner of WHOLLY) {
      const tried = tryOut({ asked, manner, share: 1 });
      if (tried && tried.worst <= NEARLY) return tried.model;
      if (tried && tried.worst < FOLDED) unfolded ??= tried.model;
    }
    if (unfolded) return unfolded;
    for (const manner of HALF_WAY) {
      const tried = tryOut({ asked, manner, share: 1 });
      if (tried && tried.worst < FOLDED) return tried.model;
    }
  }
  for (const share of SHARES) {
    const tried = tryOut({ asked: ways[ways.length - 1]!, manner: LOOSE, share });
    if (tried && tried.worst < FOLDED) return tried.model;
  }
  return null;
}

/** Edges where the field moves them: in faces whatever is straight stays so. */
const outside = (edges: readonly PlacedEdge[], patches: readonly FacePatch[]): readonly PlacedEdge[] =>
  patches.length === 0
    ? edges
    : edges.map((e) => ({ ...e, places: e.places.filter(([x, y]) => !patches.some((patch) => patch.holds(x, y))) }));

function goesInFace(patches: readonly FacePatch[], [x, y]: Vec2): Vec2 | null {
  const patch = patches.find((p) => p.holds(x, y));
  if (!patch) return null;
  const out = new Float64Array(2);
  patch.forward(x, y, out);
  return [out[0]!, out[1]!];
}

/** Joints may lie beyond the photo, where the field is not known. */
const isOn = ({ x, y, cell, columns, rows }: Lattice, [px, py]: Vec2): boolean =>
  px >= x && py >= y && px <= x + columns * cell && py <= y + rows * cell;

/** What faces' outer borders ask of what is around them. */
function rimPins(patches: readonly FacePatch[], outer: readonly Edge[], step: number): Pin[] {
  const out = new Float64Array(2);
  return outer.flatMap(([f, side]) => {
    const patch = patches[f]!;
    const [a, b] = patch.alongSide(side, 1) as [Vec2, Vec2];
    const count = Math.max(4, Math.ceil(Math.hypot(b[0] - a[0], b[1] - a[1]) / step));
    return patch.alongSide(side, count).map((at): Pin => {
      patch.forward(at[0], at[1], out);
      return { at, by: [out[0]! - at[0], out[1]! - at[1]], share: 1 / (count + 1) };
    });
  });
}

const placePins = (shields: readonly PlacedShield[]): Pin[] =>
  shields
    .filter((s) => s.mark.keeps === "place")
    .flatMap(({ mark, places }) =>
      places.map((at): Pin => ({ at, by: [0, 0], share: firmness(mark) / places.length })),
    );
