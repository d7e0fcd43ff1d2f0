import type { PlaneStep } from "../../course";
import { type Size, type Vec2, bounds, clipToRect, contains, rectOutline } from "../../geometry";
import type { Manner } from "./field-energy";
import type { FacePatch } from "./face-patch";
import type { Edge } from "./shared-edges";
import type { PlacedShield, PlacedTaut } from "./placed-marks";
import { type JoinedFace, firmness, movesAnything } from "./bend-settings";
import { type SightRecipe, sightOf } from "./sight";
import type { Pin } from "./bend-system";
import { type LaidFaces, laidFaces, placedMarks } from "./laid-faces";
import { solveField } from "./solve-field";
import { type FaceFault, solveJoints } from "./solve-joints";
import { type Lattice, SplineField, latticeOver } from "./spline-field";
import { BendWarp } from "./warp";

/** As much of a settled recipe as shape takes. */
export interface BendRecipe extends SightRecipe {
  readonly frame: { readonly detail?: { columns: number; rows: number; weights: string } | undefined };
}

/** Cells along the picture's longer side: of a picture at rest, and while something moves. */
const CELLS = { rest: 32, moving: 10 } as const;
/** Of the plane what lies within this share of the photo around it is bent; beyond it moves as its border does. */
const AROUND = 0.5;
/** A place's weight: as little as this where nothing is seen, so much more where most is. */
const VISIBLE = { least: 0.5, more: 2 } as const;
/** In faces the field counts for nothing. */
const IN_FACE = 0.01;
/** Forms give way. */
const LOOSE: Manner = { forms: 0.02, staying: 1, held: 1 };
/**
 * Where keeping forms would fold the picture they give way, and then what is around goes along; and where marks that fight each
 * other would, they are held less, so that they meet half way.
 */
const MANNERS: readonly Manner[] = [
  { forms: 1, staying: 1, held: 1 },
  { forms: 0.02, staying: 10, held: 1 },
  LOOSE,
  { forms: 0.02, staying: 0.1, held: 1 },
  { forms: 1, staying: 1, held: 0.01 },
  { forms: 1, staying: 1, held: 1e-4 },
];
/** Where it folds nevertheless, marks are given less of what they ask for. */
const SHARES = [0.9, 0.75, 0.6, 0.45, 0.3, 0.15] as const;
/** No place is shrunk to less of its area than this. */
const LEAST_AREA = 0.05;

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
  const modelOf = (found: FoundBend, { targets, patches }: LaidFaces): BendModel => {
    const warp = new BendWarp(new SplineField(lattice, found.numbers), patches, outer);
    return { warp, tauts, shields, faces, faults, joints: targets, share: found.share, found };
  };
  const again = known && laidFaces(marks, known.asked, known.share);
  if (again) return modelOf(known, again);
  const ways = solveJoints(
    joints,
    faces,
    sound.map((s) => s.view),
  );
  const unit = Math.hypot(size[0], size[1]);
  const visible = visibleIn(lattice, recipe.frame.detail, size, inner);
  const tries = [
    ...ways.flatMap((asked) => MANNERS.map((manner) => ({ asked, manner, share: 1 }))),
    ...SHARES.map((share) => ({ asked: ways[ways.length - 1]!, manner: LOOSE, share })),
  ];
  for (const { asked, manner, share } of tries) {
    const tried = laidFaces(marks, asked, share);
    if (!tried) continue;
    const { patches } = tried;
    const field = solveField(
      lattice,
      unit,
      inFaces(visible, lattice, patches),
      {
        tauts: tauts.map((t) => (share === 1 ? t : { ...t, mark: { ...t.mark, amount: share * t.mark.amount } })),
        shields: shields.filter((s) => s.mark.keeps !== "place"),
        pins: [...rimPins(patches, outer, step), ...placePins(shields)].filter(({ at }) => isOn(lattice, at)),
        inFace: (p) => goesInFace(patches, p),
      },
      manner,
    );
    if (!folds(field, patches, covered)) return modelOf({ asked, share, numbers: field.numbers }, tried);
  }
  return null;
}

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

/** How much each cell is seen: by the photo's weights where it has some. */
function visibleIn(
  lattice: Lattice,
  detail: BendRecipe["frame"]["detail"],
  size: Size,
  inner: PlaneStep,
): Float64Array {
  const visible = new Float64Array(lattice.columns * lattice.rows).fill(detail ? VISIBLE.least : 1);
  if (!detail) return visible;
  const out = new Float64Array(3);
  for (let j = 0; j < lattice.rows; j++)
    for (let i = 0; i < lattice.columns; i++) {
      inner.back(lattice.x + (i + 0.5) * lattice.cell, lattice.y + (j + 0.5) * lattice.cell, out);
      const [column, row] = [
        Math.floor((out[0]! / size[0]) * detail.columns),
        Math.floor((out[1]! / size[1]) * detail.rows),
      ];
      if (!(out[2]! > 0) || column < 0 || row < 0 || column >= detail.columns || row >= detail.rows) continue;
      visible[j * lattice.columns + i]! += (VISIBLE.more * Number(detail.weights[row * detail.columns + column])) / 9;
    }
  return visible;
}

function inFaces(visible: Float64Array, { x, y, cell, columns }: Lattice, patches: readonly FacePatch[]): Float64Array {
  if (patches.length === 0) return visible;
  return visible.map((v, n) => {
    const [px, py] = [x + (n % columns) * cell, y + Math.floor(n / columns) * cell];
    const corners: Vec2[] = [
      [px, py],
      [px + cell, py],
      [px + cell, py + cell],
      [px, py + cell],
    ];
    return corners.every(([cx, cy]) => patches.some((p) => p.holds(cx, cy))) ? IN_FACE : v;
  });
}

/** Whether the plane is folded, or all but, anywhere that is seen: between the lattice's own places as well. */
function folds(field: SplineField, patches: readonly FacePatch[], covered: readonly Vec2[]): boolean {
  const { x, y, cell, columns, rows } = field.lattice;
  const out = new Float64Array(6);
  for (let j = 0; j <= 3 * rows; j++)
    for (let i = 0; i <= 3 * columns; i++) {
      const [px, py] = [x + (i * cell) / 3, y + (j * cell) / 3];
      field.at(px, py, out);
      const area = (1 + out[2]!) * (1 + out[5]!) - out[3]! * out[4]!;
      if (area > LEAST_AREA) continue;
      if (contains(covered, [px, py]) && !patches.some((p) => p.holds(px, py))) return true;
    }
  return false;
}
