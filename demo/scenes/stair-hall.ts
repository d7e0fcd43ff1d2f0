import { focalPixels, quarlZoom } from "../lens/quarl";
import { type Edge, type Scene, type Wall, plumb, rectangle, sill } from "./scene";

/** The stair hall (f), from low down: a flight along the right wall, a reader on a bench at the left. */
const hall = { x0: -2.9, x1: 3.1, z1: 8.5, high: 6.2 };
const end: Wall = { id: "end", origin: [0, 0, hall.z1], heading: 0 };
const leftWall: Wall = { id: "left", origin: [hall.x0, 0, 0], heading: -90 };
const steps = { count: 13, x0: 1.7, rise: 0.172, going: 0.29, z0: 3.0 };
const door = { x0: -1.5, x1: -0.3, high: 2.3 };
const window = { x0: -1.7, x1: 0.1, y0: 3.35, y1: 5.45 };
const panels = [1.6, 3.2, 4.8, 6.4];
const tile = 0.5;

const edges: Edge[] = [
  ...rectangle(end, "doorcase", door.x0 - 0.14, door.x1 + 0.14, 0, door.high + 0.14, -0.05).filter(
    (e) => !e.id.endsWith("foot"),
  ),
  ...rectangle(end, "window", window.x0 - 0.12, window.x1 + 0.12, window.y0 - 0.12, window.y1 + 0.12, -0.04),
  plumb(end, "corner-left", hall.x0, 1.25, hall.high - 0.35),
  sill(end, "dado", hall.x0, steps.x0, 1.2, -0.03),
  sill(end, "cornice", hall.x0, hall.x1, hall.high - 0.3, -0.12),
  sill(leftWall, "dado-left", 0.5, hall.z1, 1.2, -0.03),
  sill(leftWall, "cornice-left", 0.5, hall.z1, hall.high - 0.3, -0.12),
  ...panels.flatMap((z, i) => rectangle(leftWall, `panel-${i}`, z - 0.6, z + 0.6, 0.3, 1.0, -0.02)),
  ...Array.from({ length: steps.count }, (_, i): Edge =>
    sill(end, `nosing-${i}`, steps.x0, hall.x1, (i + 1) * steps.rise, steps.z0 + i * steps.going - 0.03 - hall.z1),
  ),
  plumb(end, "newel-left", steps.x0 - 0.06, 0.12, 1.12, steps.z0 - 0.21 - hall.z1),
  plumb(end, "newel-right", steps.x0 + 0.06, 0.12, 1.12, steps.z0 - 0.21 - hall.z1),
];
for (let j = 1; j < 13; j++)
  edges.push({
    id: `joint-x-${j}`,
    kind: "sill",
    wall: "end",
    from: [hall.x0, -0.001, 1.5 + j * tile],
    to: [steps.x0, -0.001, 1.5 + j * tile],
  });

const size = [3000, 2000] as const;
export const stairHall: Scene = {
  pov: "stair-hall",
  name: "stair-hall",
  walls: { end: 0, left: -90 },
  edges,
  layout: {
    HallX0: hall.x0, HallX1: hall.x1, HallZ1: hall.z1, HallHigh: hall.high, StepX0: steps.x0, StepZ0: steps.z0, StepRise: steps.rise, StepGoing: steps.going, StepCount1: steps.count,
    DoorX0: door.x0, DoorX1: door.x1, DoorHigh: door.high, WinX0: window.x0, WinX1: window.x1, WinY0: window.y0, WinY1: window.y1, PanelZ: panels, TileSize: tile,
  }, // prettier-ignore
  camera: {
    size,
    focalPx: focalPixels(20, size),
    principal: [1500, 1000],
    position: [-0.35, 0.55, 0.35],
    pitch: 12.5,
    yaw: 3.5,
    roll: 3.2,
  },
  lens: quarlZoom(20),
};
