import { bands, camera, openings, wall, type SceneCamera } from "./street-front";

const vec = (v: readonly number[]): string => `<${v.map((n) => n.toFixed(9)).join(",")}>`;

type V3 = [number, number, number];

/** Columns of Ry(yaw)·Rx(pitch)·Rz(roll) (x right, y down, z forward), written out in full. */
function axes(c: SceneCamera): { right: V3; down: V3; forward: V3 } {
  const rad = Math.PI / 180;
  const [sp, cp] = [Math.sin(c.pitch * rad), Math.cos(c.pitch * rad)];
  const [sy, cy] = [Math.sin(c.yaw * rad), Math.cos(c.yaw * rad)];
  const [sr, cr] = [Math.sin(c.roll * rad), Math.cos(c.roll * rad)];
  return {
    right: [cy * cr + sy * sp * sr, cp * sr, -sy * cr + cy * sp * sr],
    down: [-cy * sr + sy * sp * cr, cp * cr, sy * sr + cy * sp * cr],
    forward: [sy * cp, -sp, cy * cp],
  };
}

/** POV-Ray's axes have y up: flip the sign of y. */
const up = (v: V3): V3 => [v[0], -v[1], v[2]];
const scaled = (v: V3, s: number): V3 => [v[0] * s, v[1] * s, v[2] * s];

/** The camera as a POV-Ray block; an off-centre principal point is not needed here. */
export function cameraBlock(c: SceneCamera): string {
  const a = axes(c);
  const [w, h] = c.size;
  return `camera { perspective location ${vec(c.position)}
  right ${vec(scaled(up(a.right), w / c.focalPx))}
  up ${vec(scaled(up(scaled(a.down, -1)), h / c.focalPx))}
  direction ${vec(up(a.forward))} }
`;
}

/** The include file that gives the scene its numbers. */
export function layoutInclude(): string {
  const kinds = { window: 0, loading: 1, door: 2 } as const;
  const rows = openings.map((o) => `  {${kinds[o.kind]}, ${o.x0}, ${o.x1}, ${o.y0}, ${o.y1}}`);
  return `// Written by demo/render from demo/scenes/street-front.ts; do not edit.
#declare WallX0 = ${wall.x0};
#declare WallX1 = ${wall.x1};
#declare WallHeight = ${wall.height};
#declare BandCount = ${bands.length};
#declare Bands = array[${bands.length}] {${bands.join(", ")}}
#declare OpeningCount = ${openings.length};
#declare Openings = array[${openings.length}][5] {
${rows.join(",\n")}
}
${cameraBlock(camera)}`;
}
