import { readFileSync } from "node:fs";
import path from "node:path";
import sharp from "sharp";
import { type Attitude, rotationOf } from "@/core/camera";
import { apply3, multiply3, transpose3 } from "@/core/geometry";
import type { AnswerKey } from "@/core/answers";
import type { Truth } from "../truth/truth";

/** Another view from where a demo photo was taken: the camera turned and zoomed, out of a wider reference picture. */
export interface View {
  readonly name: string;
  readonly from: string;
  readonly is: "wider" | "levelled";
  readonly attitude: Attitude;
  /** 35 mm equivalent of a picture of 3:2. */
  readonly equivalent: number;
  readonly tall?: boolean;
  /** Answers that a photographer would deliver; the first is preferred. */
  readonly preferred: readonly AnswerKey[];
}

const at = (pitch: number, yaw: number, roll = 0): Attitude => ({ pitch, yaw, roll });

/** Yaw is that of the camera against the scene's main wall, as in the truth of the photo that it was taken beside. */
export const VIEWS: readonly View[] = [
  { name: "front, turned a little", from: "SM-0412", is: "wider", attitude: at(12, 9, 1), equivalent: 26, preferred: ["face-on"] },
  { name: "front, low", from: "SM-0412", is: "wider", attitude: at(8, 2, -1.5), equivalent: 24, preferred: ["face-on"] },
  { name: "front, steep", from: "SM-0412", is: "wider", attitude: at(24, 4, 1), equivalent: 26, preferred: ["face-on", "eased", "plumb"] },
  { name: "front, aslant", from: "SM-0412", is: "wider", attitude: at(13, 22, 0.5), equivalent: 28, preferred: ["plumb"] },
  { name: "front, aslant the other way", from: "SM-0412", is: "wider", attitude: at(14, -15, -2), equivalent: 26, preferred: ["plumb"] },
  { name: "room, straight", from: "SM-0415", is: "wider", attitude: at(-4, 3, 1), equivalent: 24, preferred: ["face-on"] },
  { name: "room, aslant", from: "SM-0415", is: "wider", attitude: at(3, 21, -1), equivalent: 28, preferred: ["plumb"] },
  { name: "room, aslant to the left", from: "SM-0415", is: "wider", attitude: at(-5, -18, 2), equivalent: 28, preferred: ["plumb"] },
  { name: "room, tall", from: "SM-0415", is: "wider", attitude: at(5, -6, 1), equivalent: 26, tall: true, preferred: ["face-on"] },
  { name: "wing from the side", from: "SM-0420", is: "wider", attitude: at(9, 40, 1), equivalent: 26, preferred: ["plumb"] },
  { name: "wing, further along", from: "SM-0420", is: "wider", attitude: at(3, 24, -2), equivalent: 26, preferred: ["plumb"] },
  { name: "wing, upwards", from: "SM-0420", is: "wider", attitude: at(14, 33, 0.5), equivalent: 30, preferred: ["plumb"] },
  { name: "doorway, upwards", from: "SM-0428", is: "wider", attitude: at(15, 5, 1), equivalent: 30, preferred: ["face-on"] },
  { name: "doorway, aslant", from: "SM-0428", is: "wider", attitude: at(4, -16, -1), equivalent: 32, preferred: ["plumb"] },
  { name: "tower, upwards", from: "SM-0414", is: "levelled", attitude: at(8, -8, 1), equivalent: 35, tall: true, preferred: ["face-on", "plumb"] },
  { name: "hall, straight", from: "SM-0419", is: "levelled", attitude: at(-7, 5, 1), equivalent: 30, preferred: ["face-on"] },
  { name: "yard end", from: "SM-0421", is: "levelled", attitude: at(8, -7, -1), equivalent: 32, preferred: ["face-on"] },
  { name: "yard, into its side", from: "SM-0421", is: "levelled", attitude: at(6, 17, 1), equivalent: 35, preferred: ["plumb"] },
  { name: "millstones", from: "SM-0422", is: "levelled", attitude: at(3, 4, 2), equivalent: 42, preferred: ["plumb"] },
  { name: "wing over water", from: "SM-0423", is: "levelled", attitude: at(5, 10, 1), equivalent: 28, preferred: ["face-on"] },
  { name: "wing over water, aslant", from: "SM-0423", is: "levelled", attitude: at(4, -17, 0), equivalent: 28, preferred: ["plumb"] },
  { name: "gable, upwards", from: "SM-0424", is: "levelled", attitude: at(10, 6, -1), equivalent: 32, preferred: ["face-on", "plumb"] },
  { name: "gable, aslant", from: "SM-0424", is: "levelled", attitude: at(8, -16, 1), equivalent: 35, preferred: ["plumb"] },
  { name: "timber store", from: "SM-0426", is: "levelled", attitude: at(7, -8, 2), equivalent: 32, preferred: ["face-on"] },
]; // prettier-ignore

const folder = path.join(__dirname, "../photos");

export interface TakenView {
  /** Red, green, blue. */
  readonly data: Uint8Array;
  readonly width: number;
  readonly height: number;
  readonly focalPx: number;
  /** Share of it that the reference does not show; black there. */
  readonly missing: number;
}

/** Takes a view out of its reference, whose lens is straight. @param longer side, pixels. */
export async function takeView({ from, is, attitude, equivalent, tall }: View, longer = 1200): Promise<TakenView> {
  const truth = JSON.parse(readFileSync(path.join(folder, `${from}.truth.json`), "utf8")) as Truth;
  const reference = truth.references!.find((r) => r.is === is)!;
  const { data: source, info } = await sharp(path.join(folder, reference.file))
    .removeAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const shorter = Math.round((longer * 2) / 3);
  const [width, height] = tall ? [shorter, longer] : [longer, shorter];
  const focalPx = (equivalent / 36) * longer;
  const turn = multiply3(transpose3(rotationOf(reference.attitude)), rotationOf(attitude));
  const data = new Uint8Array(3 * width * height);
  let missing = 0;
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const [dx, dy, dz] = apply3(turn, [(x + 0.5 - width / 2) / focalPx, (y + 0.5 - height / 2) / focalPx, 1]);
      const u = info.width / 2 + (reference.focalPx * dx) / dz - 0.5;
      const v = info.height / 2 + (reference.focalPx * dy) / dz - 0.5;
      const [i, j] = [Math.floor(u), Math.floor(v)];
      if (!(dz > 0 && i >= 0 && j >= 0 && i < info.width - 1 && j < info.height - 1)) {
        missing++;
        continue;
      }
      const [a, b] = [u - i, v - j];
      for (let c = 0; c < 3; c++) {
        const p = 3 * (j * info.width + i) + c;
        const above = source[p]! * (1 - a) + source[p + 3]! * a;
        const below = source[p + 3 * info.width]! * (1 - a) + source[p + 3 * info.width + 3]! * a;
        data[3 * (y * width + x) + c] = Math.round(above * (1 - b) + below * b);
      }
    }
  return { data, width, height, focalPx, missing: missing / (width * height) };
}
