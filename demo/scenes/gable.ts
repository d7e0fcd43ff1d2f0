import { focalPixels, quarlZoom } from "../lens/quarl";
import { type Edge, type P3, type Scene, type Wall, plumb, rectangle, sill } from "./scene";

/** The gable (i): a round window, and a field of square tiles of known size under it. */
const wall: Wall = { id: "gable", origin: [0, 0, 0], heading: 0 };
const half = 4.6;
const eaves = 6.2;
/** The wall below the gable: half as wide, and so high, metres. */
export const gableWall = { half, high: eaves - 0.1 } as const;
const ridge = 10.4;
const round = { y: 7.3, radius: 0.85 };
const tile = { size: 0.3, columns: 12, rows: 8, x0: -1.8, y0: 1.6 };
const windows = [-3.3, 3.3];

/** The coping's upper edge against the sky; under it lie its shadow and the board's edge, a hair apart. */
function rake(id: string, side: -1 | 1): Edge {
  const slope = (ridge - eaves) / half;
  const top = ridge + 0.169 + 0.07 * Math.hypot(1, slope);
  const at = (x: number): P3 => [side * x, top - slope * x, -0.4];
  return { id, kind: "straight", from: at(half + 0.35), to: at(0.1) };
}

const edges: Edge[] = [
  plumb(wall, "quoin-left", -half, 0.6, eaves - 0.1),
  plumb(wall, "quoin-right", half, 0.6, eaves - 0.1),
  ...windows.flatMap((x, i) => rectangle(wall, `window-${i}`, x - 0.76, x + 0.76, 1.84, 4.36, -0.05)),
  ...rectangle(
    wall,
    "field",
    tile.x0,
    tile.x0 + tile.columns * tile.size,
    tile.y0,
    tile.y0 + tile.rows * tile.size,
    -0.012,
  ),
  sill(wall, "band", -half - 0.07, half + 0.07, 5.4, -0.07),
  rake("rake-left", -1),
  rake("rake-right", 1),
];
for (let i = 2; i < tile.columns; i += 2)
  edges.push(plumb(wall, `joint-${i}`, tile.x0 + i * tile.size, tile.y0, tile.y0 + tile.rows * tile.size, -0.01));
for (let j = 2; j < tile.rows; j += 2)
  edges.push(sill(wall, `course-${j}`, tile.x0, tile.x0 + tile.columns * tile.size, tile.y0 + j * tile.size, -0.01));

const size = [3000, 2000] as const;
export const gable: Scene = {
  pov: "gable",
  name: "gable",
  walls: { gable: 0 },
  edges,
  layout: {
    WallX0: -half, WallX1: half, GableHalf: half, WallHeight: 11.4, Eaves: eaves, Ridge: ridge, RoundY: round.y, RoundRadius: round.radius,
    TileSize: tile.size, TileColumns: tile.columns, TileRows: tile.rows, TileX0: tile.x0, TileY0: tile.y0, WindowX: windows,
  }, // prettier-ignore
  camera: {
    size,
    focalPx: focalPixels(28, size),
    principal: [1500, 1000],
    position: [1.1, 1.6, -12.2],
    pitch: 13,
    yaw: -4.2,
    roll: 0.6,
  },
  lens: quarlZoom(28),
};
