import { type Vec2, degrees, distance2 } from "../../geometry";
import type { BendModel } from "./bend-model";
import type { BendSettings, Taut } from "./bend-settings";
import { bestSimilarity, similarTo } from "./similarity";
import { leaders } from "./solve-field";
import { type StraightLine, straightThrough } from "./straight-line";

/** How a mark stands: as far as it bows, or a shield's form is off, pixels, and how far it leans from its axis, degrees. */
export interface Standing {
  readonly offPx: number;
  readonly lean: number | null;
}

/** One mark of a shape, before and after. */
export interface BendMark {
  readonly id: string;
  readonly kind: "taut" | "face" | "shield";
  readonly name: string;
  readonly before: Standing;
  readonly after: Standing;
  /** How far it moves places, on average, pixels. */
  readonly pullPx: number;
  /** By how much it misses what it asks for, pixels. */
  readonly residualPx: number;
}

/** What the schedule calls marks: taut lines T1, T2 …, faces F1 …, shields S1 …. */
export function bendNames({ taut, faces, shields }: BendSettings): Map<string, string> {
  const named = (marks: readonly { readonly id: string }[], letter: string) =>
    marks.map((m, i) => [m.id, `${letter}${i + 1}`] as const);
  return new Map([...named(taut, "T"), ...named(faces, "F"), ...named(shields, "S")]);
}

const acrossOf = ({ middle, across }: StraightLine, p: Vec2): number =>
  across[0] * (p[0] - middle[0]) + across[1] * (p[1] - middle[1]);
const worst = (numbers: readonly number[]): number => numbers.reduce((most, v) => Math.max(most, Math.abs(v)), 0);
const meanApart = (a: readonly Vec2[], b: readonly Vec2[]): number =>
  a.reduce((s, p, i) => s + Math.hypot(p[0] - b[i]![0], p[1] - b[i]![1]), 0) / Math.max(1, a.length);

/** Angle from an axis, signed, degrees: −90…90. */
function leanFrom(along: Vec2, axis: Vec2): number {
  const turn = degrees(Math.atan2(axis[0] * along[1] - axis[1] * along[0], axis[0] * along[0] + axis[1] * along[1]));
  return turn > 90 ? turn - 180 : turn <= -90 ? turn + 180 : turn;
}

/** The axis a taut line is asked to follow; null where it is free. */
function axisOf(model: BendModel, k: number, after: readonly StraightLine[]): Vec2 | null {
  const lead = leaders(model.tauts)[k]!;
  const { lock }: Taut = model.tauts[lead]!.mark;
  if (lock === "vertical") return [0, 1];
  if (lock === "horizontal") return [1, 0];
  return lead === k ? null : after[lead]!.along;
}

/** How all marks of a solved shape stand, in the order of its settings. */
export function bendMarks(shape: BendSettings, model: BendModel): BendMark[] {
  const names = bendNames(shape);
  const moved = (places: readonly Vec2[]): Vec2[] => places.map((p) => model.warp.forward(p));
  const tautsAfter = model.tauts.map(({ places }) => moved(places));
  const linesAfter = tautsAfter.map(straightThrough);
  const tauts = model.tauts.map(({ mark, places }, k): BendMark => {
    const [line, after] = [straightThrough(places), tautsAfter[k]!];
    const axis = axisOf(model, k, linesAfter);
    const turned = (from: StraightLine): StraightLine =>
      axis ? { middle: from.middle, along: axis, across: [-axis[1], axis[0]] } : from;
    const asked = turned(line);
    const signed = Math.sign(asked.along[0] * linesAfter[k]!.along[0] + asked.along[1] * linesAfter[k]!.along[1]) || 1;
    const left = after.map(
      (p, i) =>
        acrossOf(turned(linesAfter[k]!), p) - (axis ? 1 : signed) * (1 - mark.amount) * acrossOf(asked, places[i]!),
    );
    return {
      id: mark.id,
      kind: "taut",
      name: names.get(mark.id) ?? mark.id,
      before: { offPx: worst(places.map((p) => acrossOf(line, p))), lean: axis && leanFrom(line.along, axis) },
      after: {
        offPx: worst(after.map((p) => acrossOf(linesAfter[k]!, p))),
        lean: axis && leanFrom(linesAfter[k]!.along, axis),
      },
      pullPx: meanApart(places, after),
      residualPx: worst(left),
    };
  });
  const faces = model.faces.map((face, f): BendMark => {
    const patch = model.warp.patches[f]!;
    const corners = face.joints.map((j) => model.joints.get(j)!);
    const leanOf = (which: "from" | "to"): number =>
      worst(
        edgeLeans(
          face,
          corners.map((c) => c[which]),
        ).map((e) => e.lean),
      );
    const flat = Math.max(...[0, 1, 2, 3].map((side) => patch.slideOf(side)));
    const missed = edgeLeans(
      face,
      corners.map((c) => c.to),
    ).map((e) => e.offPx);
    return {
      id: face.id,
      kind: "face",
      name: names.get(face.id) ?? face.id,
      before: { offPx: 0, lean: leanOf("from") },
      after: { offPx: flat, lean: leanOf("to") },
      pullPx: meanApart(
        corners.map((c) => c.from),
        corners.map((c) => c.to),
      ),
      // One that is eased asks for less than its locks.
      residualPx: Math.max(flat, (face.amount ?? 1) < 1 ? 0 : worst(missed)),
    };
  });
  const shields = model.shields.map(({ mark, places, form }): BendMark => {
    const after = moved(places);
    const off = (at: readonly Vec2[]): number =>
      mark.keeps === "place"
        ? worst(at.map((p, i) => Math.hypot(p[0] - places[i]![0], p[1] - places[i]![1])))
        : formOff(form, at);
    return {
      id: mark.id,
      kind: "shield",
      name: names.get(mark.id) ?? mark.id,
      before: { offPx: off(places), lean: null },
      after: { offPx: off(after), lean: null },
      pullPx: meanApart(places, after),
      residualPx: off(after),
    };
  });
  return [...tauts, ...faces, ...shields];
}

/** How a face's locked edges lean, degrees, and by how much their ends miss, pixels. */
function edgeLeans(face: BendModel["faces"][number], corners: readonly Vec2[]): { lean: number; offPx: number }[] {
  return [0, 1, 2, 3].flatMap((side) => {
    const lock =
      face.form === "rectangle" ? (side % 2 === 0 ? "horizontal" : "vertical") : (face.edges?.[side] ?? "free");
    if (lock === "free") return [];
    const [a, b] = [corners[side]!, corners[(side + 1) % 4]!];
    const along: Vec2 = [b[0] - a[0], b[1] - a[1]];
    return [
      {
        lean: leanFrom(along, lock === "vertical" ? [0, 1] : [1, 0]),
        offPx: lock === "vertical" ? along[0] : along[1],
      },
    ];
  });
}

/** How far places are from a form, turned, moved and sized as fits best: the worst, pixels. */
function formOff(form: readonly Vec2[], places: readonly Vec2[]): number {
  const fit = bestSimilarity(form, places);
  return worst(form.map((g, i) => distance2(similarTo(fit, g), places[i]!)));
}
