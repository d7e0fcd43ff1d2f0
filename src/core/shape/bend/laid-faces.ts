import type { PlaneStep } from "../../course";
import type { Vec2 } from "../../geometry";
import type { BendSettings, JoinedFace } from "./bend-settings";
import { type FacePatch, joined } from "./face-patch";
import { placeShield, placeTaut } from "./placed-marks";
import { type Quad, quadFault } from "./quad";
import { sharedEdges } from "./shared-edges";
import type { sightOf } from "./sight";
import { type PlacedJoint, soundFaces } from "./solve-joints";
import { outerEdges } from "./warp";

/** Marks where they lie on the plane before shape. @param step places along a taut line are so far apart, pixels. */
export function placedMarks(shape: BendSettings, sight: ReturnType<typeof sightOf>, step: number, inner: PlaneStep) {
  const forward = (p: Vec2): Vec2 | null => inner.forward(p);
  const joints = shape.joints.flatMap(({ id, at, by }): PlacedJoint[] => {
    const place = forward(at);
    return place ? [{ id, at: place, by: by ?? null }] : [];
  });
  const where = new Map(joints.map((j) => [j.id, j.at]));
  const { sound, faults } = soundFaces(shape.faces, (id) => where.get(id) ?? null, sight);
  const faces = sound.map((s) => s.face);
  return {
    joints,
    sound,
    faults,
    faces,
    tauts: shape.taut.filter((t) => t.on).flatMap((t) => placeTaut(t, step, forward) ?? []),
    shields: shape.shields.filter((s) => s.on).flatMap((s) => placeShield(s, sight, forward) ?? []),
    outer: outerEdges(faces),
  };
}

export interface LaidFaces {
  /** Where joints lie before and after, plane pixels. */
  readonly targets: ReadonlyMap<string, { readonly from: Vec2; readonly to: Vec2 }>;
  readonly patches: FacePatch[];
}

/** Faces whose joints have gone where they are asked to; null where one would be none any more. */
export function laidFaces(
  { joints, sound, faces }: ReturnType<typeof placedMarks>,
  asked: readonly Vec2[],
  share: number,
): LaidFaces | null {
  const amounts = jointAmounts(faces);
  const targets = new Map(
    joints.map((j, i) => {
      const to = towards(j.at, asked[i]!, share * (amounts.get(j.id) ?? 1));
      return [j.id, { from: j.at, to }] as const;
    }),
  );
  const quads = sound.map(({ face, view }) => ({
    view,
    to: face.joints.map((id) => targets.get(id)!.to) as unknown as Quad,
    rectangle: face.form === "rectangle",
  }));
  return quads.some(({ to }) => quadFault(to) !== null)
    ? null
    : { targets, patches: joined(quads, sharedEdges(faces)) };
}

/** How far each joint goes: the mean of what its faces say. */
function jointAmounts(faces: readonly JoinedFace[]): Map<string, number> {
  const all = new Map<string, number[]>();
  for (const { joints, amount = 1 } of faces) for (const id of joints) all.set(id, [...(all.get(id) ?? []), amount]);
  return new Map([...all].map(([id, said]) => [id, said.reduce((s, v) => s + v, 0) / said.length]));
}

const towards = (a: Vec2, b: Vec2, share: number): Vec2 => [a[0] + share * (b[0] - a[0]), a[1] + share * (b[1] - a[1])];
