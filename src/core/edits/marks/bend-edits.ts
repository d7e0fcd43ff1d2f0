import { type Words, tell } from "../../language";
import { type Size, type Vec2, distance2 } from "../../geometry";
import type { Recipe } from "../../recipe";
import {
  type BendSettings,
  type JoinedFace,
  type Joint,
  MOST_EDGES,
  NO_BEND,
  type Shield,
  type Taut,
  movesAnything,
} from "../../shape/bend";
import type { Edit } from "../edit";

const pair = ([x, y]: Vec2): [number, number] => [x, y];
const bendOf = (recipe: Recipe): BendSettings => recipe.shape ?? NO_BEND;

/** The recipe with other marks; one without any has no such key. Joints that no face has any more go. */
function withBend(recipe: Recipe, change: (shape: BendSettings) => BendSettings): Recipe {
  const before = bendOf(recipe);
  const changed = change(before);
  if (changed === before) return recipe;
  const used = new Set(changed.faces.flatMap((f) => f.joints));
  const after = { ...changed, joints: changed.joints.filter((j) => used.has(j.id)) };
  const { shape, ...rest } = recipe;
  void shape;
  const empty = after.taut.length + after.faces.length + after.shields.length === 0;
  return empty && after.on && (after.surface ?? 0) === 0 ? rest : { ...rest, shape: after };
}

const changedIn = <M extends { readonly id: string }>(marks: M[], id: string, change: (mark: M) => M): M[] =>
  marks.some((m) => m.id === id) ? marks.map((m) => (m.id === id ? change(m) : m)) : marks;

const edit = (label: Words, change: (shape: BendSettings) => BendSettings): Edit => ({
  label,
  apply: (recipe) => withBend(recipe, change),
});

/** Edges shorter than this share of the picture's diagonal are not kept: so short, nobody sees them bow. */
const WORTH_KEEPING = 0.03;

/**
 * Keeps the straight edges that a photo shows with a recipe that has marks, so that they keep the warp from bending them wherever it is
 * worked out; a recipe without marks, or with edges, is left as it is. @param segments ends, pixels of the original, the longest first.
 */
export function keepStraightEdges(
  recipe: Recipe,
  segments: readonly { readonly points: readonly [Vec2, Vec2] }[],
  size: Size,
): Recipe {
  const { shape } = recipe;
  if (!shape || shape.edges || !movesAnything(shape)) return recipe;
  const shortest = WORTH_KEEPING * Math.hypot(size[0], size[1]);
  const tenths = (v: number): number => Math.round(10 * v) / 10;
  const edges = segments
    .filter(({ points: [a, b] }) => distance2(a, b) >= shortest)
    .sort((s, t) => distance2(...t.points) - distance2(...s.points))
    .slice(0, MOST_EDGES)
    .map(({ points: [a, b] }): [number, number, number, number] => [
      tenths(a[0]),
      tenths(a[1]),
      tenths(b[0]),
      tenths(b[1]),
    ]);
  return { ...recipe, shape: { ...shape, edges } };
}

/** Marks something straight, along an edge; pixels of the original. It is straightened at once. */
export const drawTaut = (id: string, points: readonly Vec2[], lock: Taut["lock"] = "free"): Edit =>
  edit(tell("Draw a taut line"), (s) => ({
    ...s,
    taut: [...s.taut, { id, points: points.map(pair), lock, amount: 1, on: true }],
  }));

/** Places along each side of the photo's border. */
const ALONG_BORDER = 25;
/** So far inside, pixels: the border itself is where the picture ends. */
const INSET = 0.5;
const BORDER = [
  ["border-top", "horizontal", [0, 0], [1, 0]],
  ["border-right", "vertical", [1, 0], [1, 1]],
  ["border-bottom", "horizontal", [1, 1], [0, 1]],
  ["border-left", "vertical", [0, 1], [0, 0]],
] as const;

/** Pulls the photo's own border straight and to the frame's directions, wherever corrections have taken it. */
export const borderStraight = (size: Size): Edit =>
  edit(tell("Pull the border straight"), (s) => {
    const [w, h] = [size[0] - 2 * INSET, size[1] - 2 * INSET];
    const sides = BORDER.map(([id, lock, [x0, y0], [x1, y1]]): Taut => ({
      id,
      points: Array.from({ length: ALONG_BORDER }, (_, i) => {
        const t = i / (ALONG_BORDER - 1);
        return [INSET + w * (x0 + (x1 - x0) * t), INSET + h * (y0 + (y1 - y0) * t)];
      }),
      lock,
      amount: 1,
      on: true,
    }));
    return { ...s, taut: [...s.taut.filter((t) => !sides.some((b) => b.id === t.id)), ...sides] };
  });

/** How a taut line is straightened: what to, and how far. A line that it is to be parallel to is another. */
export const tautSettings = (id: string, to: Partial<Pick<Taut, "lock" | "along" | "amount">>): Edit =>
  edit(tell("Straighten otherwise"), (s) => ({
    ...s,
    taut: changedIn(s.taut, id, (t) => {
      const { along, ...rest } = { ...t, ...to };
      return rest.lock === "parallel" && along !== undefined && along !== id ? { ...rest, along } : rest;
    }),
  }));

/** Moves a taut line's places by so much, pixels of the original. @param end only this one; null: all. */
export const moveTaut = (id: string, end: 0 | 1 | null, by: Vec2): Edit =>
  edit(tell("Move a taut line"), (s) => ({
    ...s,
    taut: changedIn(s.taut, id, (t) => ({
      ...t,
      points: t.points.map((p, i) => {
        const isMoved = end === null || i === (end === 0 ? 0 : t.points.length - 1);
        return isMoved ? [p[0] + by[0], p[1] + by[1]] : p;
      }),
    })),
  }));

/** A corner of a face to be: a joint there is already, or a place, pixels of the original, with an id for its own. */
export type NewCorner = { readonly joint: string } | { readonly id: string; readonly at: Vec2 };

/** Marks a face, or adds one edge to edge: nothing moves until something is asked of it. @param corners top left first, clockwise. */
export const joinFace = (id: string, corners: readonly NewCorner[]): Edit =>
  edit(tell("Mark a joined face"), (s) => {
    const fresh = corners.flatMap((c): Joint[] => ("id" in c ? [{ id: c.id, at: pair(c.at) }] : []));
    const joints = corners.map((c) => ("id" in c ? c.id : c.joint)) as JoinedFace["joints"];
    return { ...s, joints: [...s.joints, ...fresh], faces: [...s.faces, { id, joints, form: "free", on: true }] };
  });

export const faceForm = (id: string, to: Partial<Pick<JoinedFace, "form" | "ratio" | "edges" | "amount">>): Edit =>
  edit(tell("Form of a face"), (s) => ({
    ...s,
    faces: changedIn(s.faces, id, (f) => {
      const { ratio, edges, ...rest } = { ...f, ...to };
      return {
        ...rest,
        ...(rest.form === "rectangle" && ratio !== undefined ? { ratio } : {}),
        ...(edges?.some((e) => e !== "free") ? { edges } : {}),
      };
    }),
  }));

/** A rectangle's ratio is again what the camera tells. */
export const faceRatioTold = (id: string): Edit =>
  edit(tell("Ratio of a face"), (s) => ({
    ...s,
    faces: changedIn(s.faces, id, ({ ratio, ...f }) => {
      void ratio;
      return f;
    }),
  }));

/** Puts a joint where it belongs, pixels of the original. */
export const placeJoint = (id: string, at: Vec2): Edit =>
  edit(tell("Place a joint"), (s) => ({ ...s, joints: changedIn(s.joints, id, (j) => ({ ...j, at: pair(at) })) }));

/** Puts several joints where the picture's edges have them, pixels of the original. */
export const settleJoints = (places: ReadonlyMap<string, Vec2>): Edit =>
  edit(tell("Settle a face on its edges"), (s) => {
    const moved = s.joints.some((j) => places.has(j.id));
    return moved
      ? { ...s, joints: s.joints.map((j) => (places.has(j.id) ? { ...j, at: pair(places.get(j.id)!) } : j)) }
      : s;
  });

/** Pulls a joint from where it lies, pixels of the corrected plane; null lets it go. */
export const pullJoint = (id: string, by: Vec2 | null): Edit =>
  edit(by ? tell("Pull a joint") : tell("Let a joint go"), (s) => ({
    ...s,
    joints: changedIn(s.joints, id, (j) => (by ? { ...j, by: pair(by) } : { id: j.id, at: j.at })),
  }));

/** An area, or a line, that keeps its form or its place; pixels of the original. */
export const addShield = (id: string, points: readonly Vec2[], keeps: Shield["keeps"] = "form"): Edit =>
  edit(tell("Draw a shield"), (s) => ({
    ...s,
    shields: [...s.shields, { id, points: points.map(pair), keeps, turn: "as-is", on: true }],
  }));

export const shieldSettings = (id: string, to: Partial<Pick<Shield, "keeps" | "turn" | "amount">>): Edit =>
  edit(tell("What a shield keeps"), (s) => ({ ...s, shields: changedIn(s.shields, id, (m) => ({ ...m, ...to })) }));

/** Switches one mark of the shape off, or on again. */
export const switchBendMark = (id: string): Edit => {
  const switched = <M extends { readonly id: string; readonly on: boolean }>(marks: M[]): M[] =>
    changedIn(marks, id, (m) => ({ ...m, on: !m.on }));
  return edit(tell("Switch a mark on or off"), (s) => ({
    ...s,
    taut: switched(s.taut),
    faces: switched(s.faces),
    shields: switched(s.shields),
  }));
};

export const deleteBendMark = (id: string): Edit =>
  edit(tell("Delete a mark"), (s) => ({
    ...s,
    taut: s.taut.filter((t) => t.id !== id),
    faces: s.faces.filter((f) => f.id !== id),
    shields: s.shields.filter((m) => m.id !== id),
  }));

/** Leaves all that is bent out, or applies it again. */
export const switchBend = (on: boolean): Edit =>
  edit(on ? tell("Apply what is bent") : tell("Leave what is bent out"), (s) => ({ ...s, on }));
