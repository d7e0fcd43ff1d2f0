import { type Vec2, type Vec3, dot3 } from "../../geometry";
import { type Quad, squareToQuad } from "./quad";

/** The corrected camera that sees the plane: focal lengths across and down, and the principal point, pixels. */
export interface PlaneCamera {
  readonly focal: Vec2;
  readonly centre: Vec2;
}

/**
 * True width over height of a rectangle that a camera sees as this quad, however it lies in space: the lengths of the two directions
 * that its homography tells (Zhang and He (2007), "Whiteboard scanning and image enhancement", 3.1). Not finite where the quad is none.
 */
export function rectangleRatio(quad: Quad, { focal, centre }: PlaneCamera): number {
  const h = squareToQuad(quad);
  const direction = (c: 0 | 1): Vec3 => [
    (h[c] - centre[0] * h[6 + c]!) / focal[0],
    (h[3 + c]! - centre[1] * h[6 + c]!) / focal[1],
    h[6 + c]!,
  ];
  const [across, down] = [direction(0), direction(1)];
  return Math.sqrt(dot3(across, across) / dot3(down, down));
}
