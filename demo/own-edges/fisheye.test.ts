import { readFileSync } from "node:fs";
import path from "node:path";
import { makeLens } from "@/core/lens";
import { type Luminance, brightnessAt } from "@/core/lines";
import { ownEdgesOf } from "@/core/own-edges";
import { greenLight } from "@/server/image/reading/luminance";
import type { Truth } from "../truth/truth";

/** A demo photo as an equidistant fisheye of the same focal length would have recorded it: its own lens undone, bent anew. */
async function throughFisheye(name: string) {
  const file = path.join(__dirname, "../photos", name);
  const truth = JSON.parse(readFileSync(`${file}.truth.json`, "utf8")) as Truth;
  const photo = await greenLight(`${file}.jpg`);
  const from: [number, number] = [photo.width, photo.height];
  const { k, p, centre } = truth.lens;
  const own = makeLens(from, { k, p, centre, amount: 1 } as Parameters<typeof makeLens>[1]);
  // So much of it that no corner looks beyond the photo.
  const size = [2100, 1400] as const;
  const fisheye = makeLens(size, {
    model: "equidistant",
    k: [0, 0, 0],
    p: [0, 0],
    centre: [size[0] / 2, size[1] / 2],
    amount: 1,
    focalPx: truth.focalPx,
  });
  const data = new Float32Array(size[0] * size[1]);
  for (let y = 0; y < size[1]; y++)
    for (let x = 0; x < size[0]; x++) {
      const [ix, iy] = fisheye.undistort([x + 0.5, y + 0.5]);
      const at = own.distort([ix + (from[0] - size[0]) / 2, iy + (from[1] - size[1]) / 2]);
      data[y * size[0] + x] = brightnessAt(photo, at[0], at[1]);
    }
  const image: Luminance = { data, width: size[0], height: size[1], left: 0, top: 0 };
  return { truth, image };
}

test("a fisheye is known for one by its own edges, with its focal length and how it was held", async () => {
  const { truth, image } = await throughFisheye("SM-0419");
  const { model, focalPx, attitude, sigma } = ownEdgesOf(image)!.solution;
  expect(model).toBe("equidistant");
  expect(Math.abs(focalPx / truth.focalPx - 1)).toBeLessThan(0.01);
  expect(Math.abs(attitude.pitch - truth.attitude.pitch)).toBeLessThan(0.1);
  expect(Math.abs(attitude.roll - truth.attitude.roll)).toBeLessThan(0.1);
  expect(Math.abs(focalPx - truth.focalPx)).toBeLessThan(6 * sigma.focalPx);
}, 90_000);
