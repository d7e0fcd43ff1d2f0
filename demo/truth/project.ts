import type { P3, SceneCamera } from "../scenes/scene";
import type { RecordedLens } from "../lens/quarl";

/**
 * Where a point of a scene is recorded, worked out without any of the product's code, so that it can
 * contradict the product: three plane rotations one after another, then the lens in polar form.
 */
export type P2 = readonly [number, number];

const turned = (a: number, b: number, degrees: number): P2 => {
  const t = (degrees * Math.PI) / 180;
  return [a * Math.cos(t) - b * Math.sin(t), a * Math.sin(t) + b * Math.cos(t)];
};

/** Scene (x right, y up, z forward) → camera (x right, y down, z forward), metres. */
function inCamera(p: P3, camera: SceneCamera): P3 {
  let x = p[0] - camera.position[0];
  let y = camera.position[1] - p[1];
  let z = p[2] - camera.position[2];
  [x, z] = turned(x, z, camera.yaw);
  [z, y] = turned(z, y, camera.pitch);
  [y, x] = turned(y, x, camera.roll);
  return [x, y, z];
}

/** Where an ideal lens records the point, pixels; null behind the camera. */
function ideal(p: P3, camera: SceneCamera): P2 | null {
  const [x, y, z] = inCamera(p, camera);
  if (camera.projection === "cylindrical") {
    const away = Math.sqrt(x * x + z * z);
    return [camera.principal[0] + camera.focalPx * Math.atan2(x, z), camera.principal[1] + (camera.focalPx * y) / away];
  }
  if (z < 0.05) return null;
  return [camera.principal[0] + (camera.focalPx * x) / z, camera.principal[1] + (camera.focalPx * y) / z];
}

/** Ideal → recorded, in polar form: radius by the polynomial, then decentring along and across. */
function throughLens([x, y]: P2, lens: RecordedLens, size: P2): P2 {
  const unit = Math.sqrt(size[0] ** 2 + size[1] ** 2) / 2;
  const centre: P2 = [size[0] / 2 + lens.offCentre[0] * unit, size[1] / 2 + lens.offCentre[1] * unit];
  const rho = Math.sqrt((x - centre[0]) ** 2 + (y - centre[1]) ** 2) / unit;
  const phi = Math.atan2(y - centre[1], x - centre[0]);
  const radial = rho + lens.k[0] * rho ** 3 + lens.k[1] * rho ** 5 + lens.k[2] * rho ** 7;
  const [c, s] = [Math.cos(phi), Math.sin(phi)];
  // Brown's decentring: p1 (2xy, r² + 2y²) + p2 (r² + 2x², 2xy), with x = ρ cos φ and y = ρ sin φ.
  const rho2 = rho * rho;
  const dx = rho2 * (lens.p[0] * 2 * c * s + lens.p[1] * (1 + 2 * c * c));
  const dy = rho2 * (lens.p[0] * (1 + 2 * s * s) + lens.p[1] * 2 * c * s);
  return [centre[0] + unit * (radial * c + dx), centre[1] + unit * (radial * s + dy)];
}

/** Where the point is recorded, pixels; null if it lies behind the camera or far outside its picture. */
export function recorded(p: P3, camera: SceneCamera, lens: RecordedLens): P2 | null {
  const at = ideal(p, camera);
  if (!at) return null;
  // Far outside the picture the lens's polynomial turns back and would feign points inside it.
  const far = Math.hypot(at[0] - camera.size[0] / 2, at[1] - camera.size[1] / 2) > 0.7 * Math.hypot(...camera.size);
  return far ? null : throughLens(at, lens, camera.size);
}
