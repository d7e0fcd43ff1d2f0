import type { RecordedLens } from "../lens/quarl";

/**
 * What a made-up scene says of itself: the one description from which the POV-Ray
 * layout and the ground truth are both written, so that they cannot differ.
 * Scene axes: x right, y up, z forward; metres.
 */
export type P3 = readonly [number, number, number];

/** A pinhole (or, for a stitched panorama, a cylinder); angles in degrees with the signs of the product's design. */
export interface SceneCamera {
  readonly size: readonly [number, number];
  readonly focalPx: number;
  readonly principal: readonly [number, number];
  readonly position: P3;
  readonly pitch: number;
  readonly yaw: number;
  readonly roll: number;
  readonly projection?: "rectilinear" | "cylindrical";
}

type EdgeKind = "plumb" | "sill" | "straight";

export interface Edge {
  readonly id: string;
  readonly kind: EdgeKind;
  /** The wall a sill belongs to. */
  readonly wall?: string;
  readonly from: P3;
  readonly to: P3;
}

/** A numeric layout: names of POV-Ray and their values. */
export type Layout = Record<string, number | readonly number[]>;

export interface Scene {
  /** File name of the .pov without its ending; scenes of one place may share it. */
  readonly pov: string;
  /** Name of the layout and of the renders. */
  readonly name: string;
  readonly camera: SceneCamera;
  readonly lens: RecordedLens;
  readonly edges: readonly Edge[];
  readonly layout: Layout;
  /** Layout text that numbers and lists cannot say. */
  readonly extra?: string;
  /** Corners of a printed chart, row by row from the top left. */
  readonly corners?: readonly P3[];
  /** Sampled more finely, for what is measured to a tenth of a pixel. */
  readonly fine?: boolean;
  /** Heading of each wall, degrees: the yaw of a camera that faces it. */
  readonly walls: Readonly<Record<string, number>>;
}

/** A vertical plane that things are laid out on: u along it, y up, d into it, as seen by who faces it. */
export interface Wall {
  readonly id: string;
  readonly origin: P3;
  /** Heading of a camera that faces the wall, degrees. */
  readonly heading: number;
}

const rad = Math.PI / 180;

export function onWall(wall: Wall, u: number, y: number, d = 0): P3 {
  const [c, s] = [Math.cos(wall.heading * rad), Math.sin(wall.heading * rad)];
  return [wall.origin[0] + u * c + d * s, wall.origin[1] + y, wall.origin[2] - u * s + d * c];
}

export const plumb = (wall: Wall, id: string, u: number, y0: number, y1: number, d = 0): Edge => ({
  id,
  kind: "plumb",
  from: onWall(wall, u, y0, d),
  to: onWall(wall, u, y1, d),
});

export const sill = (wall: Wall, id: string, u0: number, u1: number, y: number, d = 0): Edge => ({
  id,
  kind: "sill",
  wall: wall.id,
  from: onWall(wall, u0, y, d),
  to: onWall(wall, u1, y, d),
});

/** The four edges of a rectangle that stands on a wall. */
export const rectangle = (wall: Wall, id: string, u0: number, u1: number, y0: number, y1: number, d = 0): Edge[] => [
  plumb(wall, `${id}-left`, u0, y0, y1, d),
  plumb(wall, `${id}-right`, u1, y0, y1, d),
  sill(wall, `${id}-foot`, u0, u1, y0, d),
  sill(wall, `${id}-head`, u0, u1, y1, d),
];
