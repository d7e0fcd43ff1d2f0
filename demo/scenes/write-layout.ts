import type { Layout, P3, Scene, SceneCamera } from "./scene";

const vec = (v: readonly number[]): string => `<${v.map((n) => n.toFixed(9)).join(",")}>`;
const vecs = (list: readonly P3[]): string =>
  `array[${Math.max(1, list.length)}] {${list.map(vec).join(", ") || "<0,0,0>"}}`;

/** Columns of Ry(yaw)·Rx(pitch)·Rz(roll) (x right, y down, z forward), written out in full. */
function axes(c: Pick<SceneCamera, "pitch" | "yaw" | "roll">): { right: P3; down: P3; forward: P3 } {
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
const up = (v: P3): P3 => [v[0], -v[1], v[2]];
const back = (v: P3): P3 => [-v[0], -v[1], -v[2]];

/** The camera as shot, and levelled to face `heading`. */
function cameraText(c: SceneCamera, heading: number): string {
  const both = [axes(c), axes({ pitch: 0, yaw: heading, roll: 0 })];
  return `#declare CamPosition = ${vec(c.position)};
#declare CamRight = ${vecs(both.map((a) => up(a.right)))}
#declare CamUp = ${vecs(both.map((a) => up(back(a.down))))}
#declare CamForward = ${vecs(both.map((a) => up(a.forward)))}
#declare CamFocal = ${c.focalPx}; #declare CamWidth = ${c.size[0]}; #declare CamHeight = ${c.size[1]};
#declare CamCylinder = ${c.projection === "cylindrical" ? 1 : 0};
`;
}

function numbers(layout: Layout): string {
  return Object.entries(layout)
    .map(([name, value]) =>
      typeof value === "number"
        ? `#declare ${name} = ${value};`
        : `#declare ${name} = array[${value.length}] {${value.join(", ")}}\n#declare ${name.replace(/[A-Z]$/, "")}Count = ${value.length};`,
    )
    .join("\n");
}

/** Where the marker spheres of a scene stand: the middles and ends of its edges, thinned out. */
export function markersOf(scene: Scene, most = 60): P3[] {
  const all = scene.edges.flatMap(({ from, to }): P3[] => [
    from,
    to,
    [0, 1, 2].map((i) => (from[i]! + to[i]!) / 2) as unknown as P3,
  ]);
  const step = Math.max(1, all.length / most);
  return Array.from({ length: Math.min(most, all.length) }, (_, i) => all[Math.floor(i * step)]!);
}

/** Radius of a marker sphere as a share of its distance. */
const markerSize = 0.0022;

/** The include file that gives a scene its numbers. `heading` is the wall that the levelled camera faces. */
export function layoutInclude(scene: Scene, heading: number): string {
  const markers = markersOf(scene);
  return `// Written by demo/render from demo/scenes/*.ts; do not edit.
${cameraText(scene.camera, heading)}
${numbers(scene.layout)}
${scene.extra ?? ""}
#declare MarkerCount = ${markers.length}; #declare MarkerSize = ${markerSize};
#declare Markers = ${vecs(markers)}
#declare EdgeCount = ${scene.edges.length};
#declare EdgeFrom = ${vecs(scene.edges.map((e) => e.from))}
#declare EdgeTo = ${vecs(scene.edges.map((e) => e.to))}
`;
}
