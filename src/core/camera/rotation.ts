import { type Mat3, type Vec3, DEG, clamp, degrees, multiply3 } from "../geometry";

/** Which way a camera points, degrees: pitch > 0 up, yaw > 0 right, roll > 0 clockwise seen from behind. */
export interface Attitude {
  readonly pitch: number;
  readonly yaw: number;
  readonly roll: number;
}

export const LEVEL: Attitude = { pitch: 0, yaw: 0, roll: 0 };

// Right-handed rotations about x (right), y (down), z (forward); with y down they have the signs above.
const aboutX = (a: number): Mat3 => [1, 0, 0, 0, Math.cos(a), -Math.sin(a), 0, Math.sin(a), Math.cos(a)];
const aboutY = (a: number): Mat3 => [Math.cos(a), 0, Math.sin(a), 0, 1, 0, -Math.sin(a), 0, Math.cos(a)];
const aboutZ = (a: number): Mat3 => [Math.cos(a), -Math.sin(a), 0, Math.sin(a), Math.cos(a), 0, 0, 0, 1];

/** World from camera: R = Ry(yaw) · Rx(pitch) · Rz(roll). */
export const rotationOf = ({ pitch, yaw, roll }: Attitude): Mat3 =>
  multiply3(aboutY(yaw * DEG), multiply3(aboutX(pitch * DEG), aboutZ(roll * DEG)));

/** The attitude of a world-from-camera rotation; pitch within ±90°. */
export function attitudeOf(r: Mat3): Attitude {
  return {
    pitch: degrees(Math.asin(clamp(-r[5], -1, 1))),
    yaw: degrees(Math.atan2(r[2], r[8])),
    roll: degrees(Math.atan2(r[3], r[4])),
  };
}

/** The world's downward direction in the camera frame, unit length. */
export function downInCamera({ pitch, roll }: Pick<Attitude, "pitch" | "roll">): Vec3 {
  const [p, r] = [pitch * DEG, roll * DEG];
  return [Math.sin(r) * Math.cos(p), Math.cos(r) * Math.cos(p), -Math.sin(p)];
}

/** Pitch and roll from the world's vertical in the camera frame, whichever of its two senses is given. */
export function pitchRollFromVertical(v: Vec3): { pitch: number; roll: number } {
  const n = Math.hypot(v[0], v[1], v[2]) * (v[1] < 0 ? -1 : 1);
  return { pitch: -degrees(Math.asin(clamp(v[2] / n, -1, 1))), roll: degrees(Math.atan2(v[0] / n, v[1] / n)) };
}
