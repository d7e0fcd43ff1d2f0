import type { BenchState } from "@/client/bench-store";
import { toPlane } from "@/client/picture/view";
import type { Vec2 } from "@/core/geometry";
import type { Face } from "@/core/recipe";
import { fromLines, newLineId } from "./line-edits";
import { type Projection, onScreen } from "../../sheet/projection";

type Editor = Pick<BenchState, "edit" | "set">;
type Corners = Face["corners"];

/** Adds a face between two opposite corners: a rectangle on the picture as it is shown, ready for its corners to be moved. */
export function addFace({ edit, set }: Editor, ends: readonly [Vec2, Vec2], projection: Projection): void {
  const [a, b] = ends.map((e) => onScreen(projection, e)) as [Vec2 | null, Vec2 | null];
  if (!a || !b) return;
  const [x0, x1, y0, y1] = [Math.min(a[0], b[0]), Math.max(a[0], b[0]), Math.min(a[1], b[1]), Math.max(a[1], b[1])];
  if (x1 - x0 < 20 || y1 - y0 < 20) return;
  const out = new Float64Array(3);
  const corners = [
    [x0, y0],
    [x1, y0],
    [x1, y1],
    [x0, y1],
  ].map((p): [number, number] => {
    const [x, y] = toPlane(projection.view, p as unknown as Vec2);
    projection.map.toRecorded(x, y, out);
    return [out[0]!, out[1]!];
  }) as Corners;
  const id = newLineId();
  // Placed first and moved afterwards: it counts once its corners have been put where they belong.
  edit("Mark a face", (r) => void r.faces.push({ id, corners, on: false }));
  set({ marks: true });
}

/** Moves a corner; with the first move the face begins to count. */
export function moveCorner({ edit }: Editor, id: string, corner: number, to: Vec2, gesture: string): void {
  edit(
    "Move a corner",
    (r) => {
      const face = r.faces.find((f) => f.id === id);
      if (!face) return;
      face.corners[corner] = [to[0], to[1]];
      face.on = true;
      fromLines(r.attitude);
    },
    gesture,
  );
}

export function switchFace({ edit }: Editor, id: string): void {
  edit("Switch a face on or off", (r) => {
    const face = r.faces.find((f) => f.id === id);
    if (face) face.on = !face.on;
  });
}

export function deleteFace({ edit }: Editor, id: string): void {
  edit("Delete a face", (r) => void (r.faces = r.faces.filter((f) => f.id !== id)));
}

/** Screen outline of a face, for the sheet. */
export const faceOnScreen = (projection: Projection, { corners }: Face): Vec2[] =>
  corners.map((c) => onScreen(projection, c)).filter((p): p is Vec2 => p !== null);
