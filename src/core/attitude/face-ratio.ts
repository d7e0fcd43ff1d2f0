import { type Attitude, type Intrinsics, rotationOf } from "../camera";
import { DEG, type Vec2, type Vec3, apply3 } from "../geometry";
import type { Lens } from "../lens";

/**
 * True width over height of a rectangle on a wall, from its recorded corners (top left, top right, bottom right, bottom
 * left; pixels): the corners' rays are cut with the wall's plane, at any distance. `heading` is the wall's, degrees, in
 * the levelled camera's frame. Null where the wall is seen edge-on or a corner lies behind the camera.
 */
export function faceRatio(
  { focalPx, principal }: Intrinsics,
  lens: Lens,
  corners: readonly Vec2[],
  { pitch, roll }: Pick<Attitude, "pitch" | "roll">,
  heading: number,
): number | null {
  const level = rotationOf({ pitch, yaw: 0, roll });
  const [along, into]: [Vec3, Vec3] = [
    [Math.cos(heading * DEG), 0, Math.sin(heading * DEG)],
    [-Math.sin(heading * DEG), 0, Math.cos(heading * DEG)],
  ];
  const onWall = corners.map((corner): Vec2 | null => {
    const [x, y] = lens.undistort(corner);
    const ray = apply3(level, [(x - principal[0]) / focalPx, (y - principal[1]) / focalPx, 1]);
    const depth = ray[0] * into[0] + ray[2] * into[2];
    return depth > 1e-6 ? [(ray[0] * along[0] + ray[2] * along[2]) / depth, ray[1] / depth] : null;
  });
  if (onWall.some((p) => p === null)) return null;
  const [tl, tr, br, bl] = onWall as [Vec2, Vec2, Vec2, Vec2];
  const width = (Math.hypot(tr[0] - tl[0], tr[1] - tl[1]) + Math.hypot(br[0] - bl[0], br[1] - bl[1])) / 2;
  const height = (Math.hypot(bl[0] - tl[0], bl[1] - tl[1]) + Math.hypot(br[0] - tr[0], br[1] - tr[1])) / 2;
  return height > 0 ? width / height : null;
}
