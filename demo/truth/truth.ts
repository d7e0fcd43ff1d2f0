import { markersOf } from "../scenes/write-layout";
import type { Edge, P3, Scene } from "../scenes/scene";
import { type P2, recorded } from "./project";

/** What is known of a picture, as it is written beside it. Pixels of the picture as displayed; metres; degrees. */
export interface Truth {
  readonly picture: string;
  readonly size: P2;
  readonly projection: "rectilinear" | "cylindrical";
  readonly focalPx: number;
  readonly principal: P2;
  readonly attitude: { readonly pitch: number; readonly yaw: number; readonly roll: number };
  readonly position: P3;
  readonly axes: string;
  readonly lens: {
    readonly model: "brown-conrady";
    readonly k: readonly number[];
    readonly p: readonly number[];
    /** Pixels. */
    readonly centre: P2;
    readonly fringes: { readonly red: readonly number[]; readonly blue: readonly number[] };
    readonly vignetting: readonly number[];
  };
  /** Heading of a camera that faces the wall. */
  readonly walls: Readonly<Record<string, number>>;
  readonly edges: readonly TrueEdge[];
  readonly markers: readonly { readonly at: P3; readonly recorded: P2 }[];
  readonly corners?: readonly { readonly at: P3; readonly recorded: P2 }[];
  /** Answers that a photographer would deliver, the preferred one first; absent: nothing can be proposed. */
  readonly answers?: readonly string[];
  readonly references?: readonly Reference[];
}

interface TrueEdge extends Edge {
  /** Points along the part of the edge that lies in the picture, at most 25 pixels apart. */
  readonly recorded: readonly P2[];
  /** Whether something stands before any of it. */
  readonly occluded: boolean;
}

export interface Reference {
  readonly file: string;
  readonly is: "levelled" | "wider";
  readonly attitude: Truth["attitude"];
  readonly size: P2;
  readonly focalPx: number;
}

const rounded = (n: number, digits = 4): number => Number(n.toFixed(digits));
const short = (p: P2): P2 => [rounded(p[0]), rounded(p[1])];
const metres = (p: P3): P3 => [rounded(p[0], 6), rounded(p[1], 6), rounded(p[2], 6)];
const between = (a: P3, b: P3, t: number): P3 => [
  a[0] + (b[0] - a[0]) * t,
  a[1] + (b[1] - a[1]) * t,
  a[2] + (b[2] - a[2]) * t,
];

/** Points along the edge where it lies in the picture, and the share of it (from, to) that does. */
function along(edge: Edge, scene: Scene): { points: P2[]; shares: number[] } {
  const [w, h] = scene.camera.size;
  const steps = 400;
  const points: P2[] = [];
  const shares: number[] = [];
  let last: P2 | null = null;
  for (let i = 0; i <= steps; i++) {
    const p = recorded(between(edge.from, edge.to, i / steps), scene.camera, scene.lens);
    if (!p || p[0] < 0 || p[1] < 0 || p[0] > w || p[1] > h) continue;
    shares.push(i / steps);
    const next: P2 | null =
      i < steps ? recorded(between(edge.from, edge.to, (i + 1) / steps), scene.camera, scene.lens) : null;
    const leaves = !next || next[0] < 0 || next[1] < 0 || next[0] > w || next[1] > h;
    if (!last || leaves || Math.hypot(p[0] - last[0], p[1] - last[1]) > 12) {
      points.push(short(p));
      last = p;
    }
  }
  return { points, shares };
}

/** The truth of a scene's picture. `sight` has one row an edge, 24 letters each: 1 where nothing stands before it. */
export function truthOf(
  picture: string,
  scene: Scene,
  sight: readonly string[],
  references: readonly Reference[],
  answers?: Truth["answers"],
): Truth {
  const { camera, lens } = scene;
  const unit = Math.hypot(...camera.size) / 2;
  const place = (at: P3): { at: P3; recorded: P2 }[] => {
    const p = recorded(at, camera, lens);
    const inside = p && p[0] > 8 && p[1] > 8 && p[0] < camera.size[0] - 8 && p[1] < camera.size[1] - 8;
    return inside ? [{ at: metres(at), recorded: short(p) }] : [];
  };
  const edges = scene.edges.flatMap((edge, i): TrueEdge[] => {
    const { points, shares } = along(edge, scene);
    if (points.length < 3) return [];
    const row = sight[i] ?? "";
    const inPicture = [...row].filter(
      (_, j) => (j + 0.5) / 24 >= shares[0]! && (j + 0.5) / 24 <= shares[shares.length - 1]!,
    );
    return [
      { ...edge, from: metres(edge.from), to: metres(edge.to), recorded: points, occluded: inPicture.includes("0") },
    ];
  });
  return {
    picture,
    size: camera.size,
    projection: camera.projection ?? "rectilinear",
    focalPx: camera.focalPx,
    principal: camera.principal,
    attitude: { pitch: camera.pitch, yaw: camera.yaw, roll: camera.roll },
    position: camera.position,
    axes: "x right, y up, z forward; metres",
    ...(answers && { answers }),
    lens: {
      model: "brown-conrady",
      k: lens.k,
      p: lens.p,
      centre: [camera.size[0] / 2 + lens.offCentre[0] * unit, camera.size[1] / 2 + lens.offCentre[1] * unit],
      fringes: lens.fringes,
      vignetting: lens.vignetting,
    },
    walls: scene.walls,
    edges,
    markers: markersOf(scene).flatMap(place),
    ...(scene.corners ? { corners: scene.corners.flatMap(place) } : {}),
    ...(references.length ? { references } : {}),
  };
}

/** One line an edge, so that the file can be read and compared. */
export function truthText(truth: Truth): string {
  const list = (items: readonly unknown[]): string =>
    `[\n${items.map((i) => `  ${JSON.stringify(i)}`).join(",\n")}\n ]`;
  return `{\n${Object.entries(truth)
    .map(
      ([key, value]) =>
        ` ${JSON.stringify(key)}: ${Array.isArray(value) && typeof value[0] === "object" ? list(value) : JSON.stringify(value)}`,
    )
    .join(",\n")}\n}\n`;
}
