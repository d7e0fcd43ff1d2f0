import type { Vec3 } from "../../geometry";

/** Rotation of a vector about an axis whose length is the angle (Rodrigues). */
export function rotated([ax, ay, az]: Vec3, [x, y, z]: Vec3): Vec3 {
  const angle = Math.hypot(ax, ay, az);
  if (angle < 1e-12) return [x + ay * z - az * y, y + az * x - ax * z, z + ax * y - ay * x];
  const [ux, uy, uz] = [ax / angle, ay / angle, az / angle];
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  const dot = (ux * x + uy * y + uz * z) * (1 - c);
  return [
    x * c + (uy * z - uz * y) * s + ux * dot,
    y * c + (uz * x - ux * z) * s + uy * dot,
    z * c + (ux * y - uy * x) * s + uz * dot,
  ];
}

/** Axis-angle rotation and translation of a plane seen through a homography, in units of the chart's squares. */
export function poseOf(h: readonly number[], focal: number): number[] {
  const column = (i: number): Vec3 => [h[i]! / focal, h[3 + i]! / focal, h[6 + i]!];
  let [a, b, t] = [column(0), column(1), column(2)];
  const scale = 2 / (Math.hypot(...a) + Math.hypot(...b));
  const by = t[2] < 0 ? -scale : scale;
  [a, b, t] = [a, b, t].map((v): Vec3 => [v[0] * by, v[1] * by, v[2] * by]) as [Vec3, Vec3, Vec3];
  // The nearest right angle between the two axes.
  const unitOf = (v: Vec3): Vec3 => {
    const n = Math.hypot(...v) || 1;
    return [v[0] / n, v[1] / n, v[2] / n];
  };
  const x = unitOf(a);
  const d = x[0] * b[0] + x[1] * b[1] + x[2] * b[2];
  const y = unitOf([b[0] - d * x[0], b[1] - d * x[1], b[2] - d * x[2]]);
  const z: Vec3 = [x[1] * y[2] - x[2] * y[1], x[2] * y[0] - x[0] * y[2], x[0] * y[1] - x[1] * y[0]];
  return [...axisAngle(x, y, z), t[0], t[1], t[2]];
}

/** The axis-angle vector of the rotation with these columns. */
function axisAngle(x: Vec3, y: Vec3, z: Vec3): Vec3 {
  const cos = Math.min(1, Math.max(-1, (x[0] + y[1] + z[2] - 1) / 2));
  const angle = Math.acos(cos);
  const v: Vec3 = [y[2] - z[1], z[0] - x[2], x[1] - y[0]];
  const n = Math.hypot(...v);
  if (n > 1e-6) return [(v[0] / n) * angle, (v[1] / n) * angle, (v[2] / n) * angle];
  if (cos > 0) return [0, 0, 0];
  // A half turn: the axis is the largest column of (R + 1) / 2.
  const columns: Vec3[] = [
    [x[0] + 1, x[1], x[2]],
    [y[0], y[1] + 1, y[2]],
    [z[0], z[1], z[2] + 1],
  ];
  const axis = columns.sort((p, q) => Math.hypot(...q) - Math.hypot(...p))[0]!;
  const m = Math.hypot(...axis);
  return [(axis[0] / m) * Math.PI, (axis[1] / m) * Math.PI, (axis[2] / m) * Math.PI];
}
