import { canalWing, waterside } from "../scenes/canal";
import { gable } from "../scenes/gable";
import type { P3, Scene, SceneCamera } from "../scenes/scene";
import { doorway, streetFront } from "../scenes/street-front";
import { timberStore } from "../scenes/timber-store";

/** Something that stands in the way: a round body along a line. It throws no shadow, so that its place alone differs. */
export interface Thing {
  readonly is: "pipe" | "post" | "wire" | "bin";
  /** Its line from end to end; scene axes, metres. */
  readonly line: readonly P3[];
  /** Metres. */
  readonly radius: number;
}

/** A view that is rendered twice: with things in the way, and without. */
export interface MendingView {
  readonly name: string;
  readonly scene: Scene;
  readonly things: readonly Thing[];
  /** Factor on the light of the render. */
  readonly gain: number;
}

const size = [1200, 800] as const;
const seen = (focalPx: number, position: P3, pitch: number, yaw: number, roll: number): SceneCamera => ({
  size,
  focalPx,
  principal: [600, 400],
  position,
  pitch,
  yaw,
  roll,
});

/** Something that stands at a place, from one height to another. */
const standing = (
  is: Thing["is"],
  [x, z]: readonly [number, number],
  [foot, top]: readonly [number, number],
  radius: number,
): Thing => ({
  is,
  line: [
    [x, foot, z],
    [x, top, z],
  ],
  radius,
});
const pipe = (x: number, top: number): Thing => standing("pipe", [x, -0.12], [0.3, top], 0.055);
const post = (x: number, z: number): Thing => standing("post", [x, z], [0, 4.6], 0.06);
const bin = (x: number, z: number): Thing => standing("bin", [x, z], [0.3, 0.8], 0.28);
/** A wire that sags in the middle. */
const wire = (from: P3, to: P3): Thing => ({
  is: "wire",
  line: Array.from({ length: 9 }, (_, i): P3 => {
    const t = i / 8;
    return [0, 1, 2].map(
      (k) => from[k]! + (to[k]! - from[k]!) * t - (k === 1 ? 1.6 * t * (1 - t) : 0),
    ) as unknown as P3;
  }),
  radius: 0.016,
});
const view = (
  name: string,
  scene: Scene,
  gain: number,
  camera: SceneCamera,
  things: readonly Thing[],
): MendingView => ({
  name,
  gain,
  things,
  scene: { ...scene, name: `mending-${name}`, camera, edges: [] },
});

/** The last was not looked at while mending was worked on. */
export const mendingViews: readonly MendingView[] = [
  view("gable", gable, 1, seen(820, [-1.6, 1.6, -9.5], 12, 6, -0.8), [
    pipe(-2.3, 6),
    post(1.2, -3),
    wire([-5, 6.4, -2.5], [5, 6, -2.5]),
    bin(-1.1, -2),
  ]),
  view("doorway", doorway, 1, seen(900, [1.6, 1.5, -5.2], 7, 4, 0.7), [
    pipe(3.0, 9),
    post(1.9, -1.6),
    wire([-2.5, 4.2, -1], [5.5, 3.9, -1]),
    bin(2.5, -1.1),
  ]),
  view("front", streetFront, 1, seen(720, [4.5, 1.65, -13], 12, -14, 1.1), [
    pipe(3.0, 14),
    post(-2, -4.5),
    wire([-9, 9, -5], [8, 8.2, -5]),
    bin(-4.8, -2.4),
  ]),
  view("wing", canalWing, 0.78, seen(800, [3.5, 1.7, -9], 6, -20, 0.8), [
    pipe(-5.2, 8.4),
    post(1.5, -3),
    wire([-8, 7, -3], [12, 6.4, -3]),
    bin(-2.5, -2),
  ]),
  view("store", timberStore, 1, seen(800, [1.5, 1.6, -9], 9, 4, 1), [
    pipe(6.2, 7),
    post(3.4, -2.2),
    wire([-7, 6.6, -2], [9, 6.2, -2]),
    bin(-1.5, -1.8),
  ]),
  view("quay", waterside, 0.78, seen(620, [2.6, 1.4, -11], 5, 4, -0.7), [
    pipe(6.3, 8.2),
    post(-5.5, -1.2),
    wire([-8, 6.2, -3], [12, 5.6, -3]),
    bin(-3.4, -1.2),
  ]),
];

const vec = (p: P3): string => `<${p.join(",")}>`;

/** The things as POV-Ray's: a macro that the stage calls where it is declared. */
export const thingsText = (things: readonly Thing[]): string => `#macro InTheWay()
${things
  .map(
    ({ line, radius }) => `union {
${line
  .slice(1)
  .map((to, i) => `  cylinder { ${vec(line[i]!)}, ${vec(to)}, ${radius} } sphere { ${vec(to)}, ${radius} }`)
  .join("\n")}
  sphere { ${vec(line[0]!)}, ${radius} }
  pigment { rgb <0.16,0.18,0.17> } finish { diffuse 0.7 specular 0.1 } no_shadow no_radiosity
}`,
  )
  .join("\n")}
#end`;
