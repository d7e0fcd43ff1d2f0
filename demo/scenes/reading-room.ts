import { focalPixels, quarlZoom } from "../lens/quarl";
import { type Edge, type Scene, type SceneCamera, type Wall, plumb, rectangle, sill } from "./scene";

/** The main reading room: c straight on (j are its brackets), d into a corner. */
const room = { x0: -5, x1: 5, z0: -0.4, z1: 9.2, high: 4.5 };
const far: Wall = { id: "far", origin: [0, 0, room.z1], heading: 0 };
/** u runs along z, away from the far wall's end: facing −x, right is +z. */
const left: Wall = { id: "left", origin: [room.x0, 0, 0], heading: -90 };
const right: Wall = { id: "right", origin: [room.x1, 0, 0], heading: 90 };

const cheeks = [-3.75, -2.25, -0.75, 0.75, 2.25, 3.75];
const shelves = [0.12, 0.56, 0.98, 1.38, 1.76, 2.12, 2.46];
const shelfDeep = 0.3;
const shelfTop = 2.84;
const windows = { z: [1.5, 3.7, 5.9, 8.1], wide: 1.25, sill: 0.95, high: 2.35 };
const beams = [0.4, 1.9, 3.4, 4.9, 6.4, 7.9];
/** Side of the floor's tiles, metres. */
export const TILE = 0.4;
const tile = TILE;
const tiles: readonly [number, number] = [25, 24];
const panels = [0.9, 2.3, 3.7];
const door = 7.6;
const columns = { x: [-2.9, 2.9, -2.9, 2.9], z: [2.3, 2.3, 7.4, 7.4], radius: 0.085 };

function edges(): Edge[] {
  const shelfFace = -shelfDeep;
  const floor = (id: string): Wall => ({ id, origin: [0, 0, 0], heading: id === "far" ? 0 : 90 });
  const found: Edge[] = [
    ...cheeks.flatMap((x, i) => [
      plumb(far, `cheek-${i}-left`, x - 0.025, 0.18, shelfTop - 0.01, shelfFace),
      plumb(far, `cheek-${i}-right`, x + 0.025, 0.18, shelfTop - 0.01, shelfFace),
    ]),
    ...shelves.flatMap((y, j) =>
      cheeks.slice(1).map((x, i) => sill(far, `shelf-${j}-${i}`, cheeks[i]! + 0.025, x - 0.025, y, shelfFace + 0.006)),
    ),
    sill(far, "shelf-cornice", cheeks[0]! - 0.1, cheeks[5]! + 0.1, shelfTop + 0.1, shelfFace - 0.07),
    sill(far, "frieze", room.x0, room.x1, 3.38, -0.075),
    plumb(far, "corner-left", room.x0, 0.2, room.high - 0.4),
    plumb(far, "corner-right", room.x1, 0.2, 3.25),
    ...beams.flatMap((z, i) => [
      sill(far, `beam-${i}-near`, room.x0, room.x1, room.high - 0.34, z - 0.11 - room.z1),
      sill(far, `beam-${i}-far`, room.x0, room.x1, room.high - 0.34, z + 0.11 - room.z1),
    ]),
    ...windows.z.flatMap((z, i) =>
      rectangle(
        left,
        `window-${i}`,
        z - windows.wide / 2,
        z + windows.wide / 2,
        windows.sill,
        windows.sill + windows.high,
        -0.025,
      ),
    ),
    ...panels.flatMap((z, i) => rectangle(right, `panel-${i}`, -z - 0.5, -z + 0.5, 0.32, 2.94, -0.02)),
    ...rectangle(right, "doorcase", -door - 0.55, -door + 0.55, 0, 2.2, -0.05).filter((e) => !e.id.endsWith("foot")),
  ];
  // Every other joint of the floor, both ways, in its middle.
  for (let j = 2; j < tiles[1]; j += 2)
    found.push(sill(floor("far"), `joint-x-${j}`, room.x0, room.x1, -0.001, room.z0 + j * tile));
  for (let i = 1; i < tiles[0]; i += 2)
    found.push(sill(floor("right"), `joint-z-${i}`, -room.z1, -room.z0, -0.001, room.x0 + i * tile));
  return found;
}

const layout = {
  RoomX0: room.x0, RoomX1: room.x1, RoomZ0: room.z0, RoomZ1: room.z1, RoomHigh: room.high,
  CheekX: cheeks, ShelfY: shelves, ShelfDeep: shelfDeep, ShelfTop: shelfTop,
  WindowZ: windows.z, WindowWide: windows.wide, WindowSill: windows.sill, WindowHigh: windows.high,
  BeamZ: beams, TileSize: tile, TilesX: tiles[0], TilesZ: tiles[1],
  PanelZ: panels, DoorZ: door, ColumnX: columns.x, ColumnZ: columns.z, ColumnRadius: columns.radius,
}; // prettier-ignore

const shared = { pov: "reading-room", edges: edges(), layout, walls: { far: 0, left: -90, right: 90 } };
const size = [3000, 2000] as const;
const base = { size, principal: [1500, 1000] as const, focalPx: focalPixels(18, size) };

const straightOn: SceneCamera = { ...base, position: [0.12, 1.55, 0.35], pitch: 0.6, yaw: -0.35, roll: 0.5 };
const intoCorner: SceneCamera = { ...base, position: [3.5, 1.85, 0.7], pitch: -6.5, yaw: -37, roll: 2.1 };

export const readingRoom: Scene = { ...shared, name: "reading-room", camera: straightOn, lens: quarlZoom(18) };
export const readingCorner: Scene = { ...shared, name: "reading-corner", camera: intoCorner, lens: quarlZoom(18) };
