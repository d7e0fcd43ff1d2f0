import { focalPixels, ostreyPrime, quarlZoom } from "../lens/quarl";
import {
  type Edge,
  type Layout,
  type P3,
  type Scene,
  type SceneCamera,
  type Wall,
  plumb,
  rectangle,
  sill,
} from "./scene";

/** The street front: a from the pavement opposite, o the same at 24 megapixels, n close to the entrance. */

export interface Opening {
  readonly id: string;
  readonly kind: "window" | "loading" | "door";
  /** Left, right, bottom, top of the hole in the brickwork, metres. */
  readonly x0: number;
  readonly x1: number;
  readonly y0: number;
  readonly y1: number;
}

const front: Wall = { id: "front", origin: [0, 0, 0], heading: 0 };
const extent = { x0: -14, x1: 12, height: 14.4 };

const floors = [
  { y0: 1.5, y1: 3.7 },
  { y0: 5.05, y1: 7.15 },
  { y0: 8.45, y1: 10.35 },
  { y0: 11.65, y1: 13.15 },
];

const bands = [4.3, 7.72, 10.98];
const bayCentre = (bay: number): number => -12.4 + 2.8 * bay;
const doorBay = 4;

export const openings: readonly Opening[] = floors.flatMap((floor, f) =>
  Array.from({ length: 9 }, (_, bay): Opening => {
    const c = bayCentre(bay);
    if (bay !== doorBay) return { id: `w${f}${bay}`, kind: "window", x0: c - 0.65, x1: c + 0.65, ...floor };
    return f === 0
      ? { id: "door", kind: "door", x0: c - 0.9, x1: c + 0.9, y0: 0.3, y1: 3.7 }
      : { id: `l${f}`, kind: "loading", x0: c - 0.8, x1: c + 0.8, y0: floor.y0 - 0.35, y1: floor.y1 };
  }),
);

const kinds = { window: 0, loading: 1, door: 2 } as const;

/** The list of openings as POV-Ray reads it: kind, left, right, bottom, top. */
export const openingRows = (
  list: readonly Opening[],
  name = "Openings",
): string => `#declare OpeningCount = ${list.length};
#declare ${name} = array[${list.length}][5] {
${list.map((o) => `  {${kinds[o.kind]}, ${o.x0}, ${o.x1}, ${o.y0}, ${o.y1}}`).join(",\n")}
}`;

/** Edges of openings in brickwork as they are seen: lintels and sill stones reach over the hole. */
export function openingEdges(wall: Wall, list: readonly Opening[]): Edge[] {
  return list.flatMap((o) => [
    plumb(wall, `${o.id}-left`, o.x0, o.y0, o.y1),
    plumb(wall, `${o.id}-right`, o.x1, o.y0, o.y1),
    ...(o.kind === "door"
      ? [
          plumb(wall, `${o.id}-stone-right`, o.x1 + 0.28, 1, 3.6, -0.07),
          plumb(wall, `${o.id}-stone-left`, o.x0 - 0.28, 1, 3.6, -0.07),
        ]
      : [
          sill(wall, `${o.id}-lintel`, o.x0 - 0.16, o.x1 + 0.16, o.y1 + 0.3, -0.02),
          sill(wall, `${o.id}-sill`, o.x0 - 0.1, o.x1 + 0.1, o.y0, -0.09),
        ]),
  ]);
}

const edges: Edge[] = [
  plumb(front, "quoin-left", extent.x0, 0.9, 13.9),
  plumb(front, "quoin-right", extent.x1, 0.9, 13.9),
  ...openingEdges(front, openings),
  ...bands.map((y, i) => sill(front, `band-${i}`, extent.x0 - 0.09, extent.x1 + 0.09, y + 0.27, -0.09)),
  sill(front, "cornice", extent.x0 - 0.42, extent.x1 + 0.42, extent.height + 0.18, -0.42),
  sill(front, "coping", extent.x0 - 0.05, extent.x1 + 0.05, extent.height + 0.92, -0.06),
];

/** Measures of the wall and its bands that brickwork and trim read. */
export const wallNumbers = (x0: number, x1: number, height: number): Layout => ({
  WallX0: x0,
  WallX1: x1,
  WallHeight: height,
});

const layout: Layout = { ...wallNumbers(extent.x0, extent.x1, extent.height), BandY: bands };
const extra = `#declare BandCount = ${bands.length}; #declare Bands = array[${bands.length}] {${bands.join(", ")}}\n${openingRows(openings)}`;
const position: P3 = [-1.4, 1.65, -16.5];
const aim = { position, pitch: 14.2, yaw: 5.5, roll: -0.9 };

const shared = { edges, layout, extra, walls: { front: 0 } };
const small = [3000, 2000] as const;
const large = [6000, 4000] as const;
const cameraOf = (
  size: readonly [number, number],
  focalMm: number,
  rest: Omit<SceneCamera, "size" | "focalPx" | "principal">,
): SceneCamera => ({
  size,
  focalPx: focalPixels(focalMm, size),
  principal: [size[0] / 2, size[1] / 2],
  ...rest,
});

export const streetFront: Scene = {
  ...shared,
  pov: "street-front",
  name: "street-front",
  camera: { ...cameraOf(small, 21, aim), focalPx: 1750 },
  lens: ostreyPrime,
};
export const streetFrontLarge: Scene = {
  ...shared,
  pov: "street-front",
  name: "street-front-large",
  camera: cameraOf(large, 21, aim),
  lens: quarlZoom(21),
};

const bell = { x0: 0.14, x1: 0.34, y: 1.42 };
const pipe = { x: 0.6, radius: 0.055 };
const doorwayEdges: Edge[] = [
  ...edges,
  ...[0, 1, 2].flatMap((i) =>
    rectangle(front, `bell-${i}`, bell.x0, bell.x1, bell.y + 0.19 * i, bell.y + 0.15 + 0.19 * i, -0.022),
  ),
];

export const doorway: Scene = {
  pov: "doorway",
  name: "doorway",
  walls: { front: 0 },
  edges: doorwayEdges,
  layout: { ...layout, BellX0: bell.x0, BellX1: bell.x1, BellY0: bell.y, PipeX: pipe.x, PipeRadius: pipe.radius },
  extra,
  camera: cameraOf(small, 28, { position: [-1.95, 1.5, -4.6], pitch: 7.5, yaw: -2.8, roll: 0.8 }),
  lens: quarlZoom(28),
};
