import { readFileSync } from "node:fs";
import path from "node:path";

/** The demo picture's camera and edges, projected here without any of the product's code. */
interface Truth {
  focalPx: number;
  principal: [number, number];
  attitude: { pitch: number; yaw: number; roll: number };
  position: [number, number, number];
  edges: { id: string; kind: string; from: number[]; to: number[] }[];
}

export type Point = [number, number];

export const demoPhoto = path.join(__dirname, "../demo/photos/SM-0412.jpg");
export const truth = JSON.parse(
  readFileSync(path.join(__dirname, "../demo/photos/SM-0412.truth.json"), "utf8"),
) as Truth;

/** A point of the scene (x right, y up, z into the wall; metres) in pixels of the picture. */
export function seen([x, y, z]: number[]): Point {
  const rad = Math.PI / 180;
  const { pitch, yaw, roll } = truth.attitude;
  let [px, py, pz] = [x! - truth.position[0], -(y! - truth.position[1]), z! - truth.position[2]];
  // World → camera: undo yaw, then pitch, then roll.
  [px, pz] = [px * Math.cos(yaw * rad) - pz * Math.sin(yaw * rad), px * Math.sin(yaw * rad) + pz * Math.cos(yaw * rad)];
  [py, pz] = [
    py * Math.cos(pitch * rad) + pz * Math.sin(pitch * rad),
    -py * Math.sin(pitch * rad) + pz * Math.cos(pitch * rad),
  ];
  [px, py] = [
    px * Math.cos(roll * rad) + py * Math.sin(roll * rad),
    -px * Math.sin(roll * rad) + py * Math.cos(roll * rad),
  ];
  return [truth.principal[0] + (truth.focalPx * px) / pz, truth.principal[1] + (truth.focalPx * py) / pz];
}

export function edge(id: string): [Point, Point] {
  const found = truth.edges.find((p) => p.id === id);
  if (!found) throw new Error(`The scene has no edge ${id}.`);
  return [seen(found.from), seen(found.to)];
}
