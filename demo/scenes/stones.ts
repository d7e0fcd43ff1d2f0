import { focalPixels, quarlZoom } from "../lens/quarl";
import type { Scene } from "./scene";

/** Wet stones, rope and leaves, tilted on purpose (m): nothing to correct by. */
const size = [3000, 2000] as const;
export const stones: Scene = {
  pov: "stones",
  name: "stones",
  walls: {},
  edges: [],
  layout: { StoneSeed: 9 },
  camera: {
    size,
    focalPx: focalPixels(35, size),
    principal: [1500, 1000],
    position: [0, 0.75, -1.15],
    pitch: -34,
    yaw: 8,
    roll: 15,
  },
  lens: { ...quarlZoom(35), name: null },
};
