import { type Size } from "../../geometry";
import { emptyRecipe } from "../../recipe";
import { between, randomFrom } from "../../testing";
import type { Cell } from "./cell";
import { eachCell } from "./cells";
import { type CompiledMap, compile } from "../map/compile";
import { settle } from "../solved/settle";

const size: Size = [1500, 1000];

/** Lenses and attitudes as the trade has them, some so steep that the horizon comes into the frame. */
function madeUpMap(random: () => number, steep: boolean): CompiledMap {
  const recipe = emptyRecipe();
  recipe.camera.focalPx = between(random, 0.45, 1.4) * size[0];
  recipe.lens.k = [between(random, -0.09, 0.04), between(random, -0.02, 0.02), 0];
  const most = steep ? 60 : 20;
  const angles = { pitch: between(random, -10, most), yaw: between(random, -most, most), roll: between(random, -3, 3) };
  Object.assign(recipe.attitude, { from: "by-hand", ...angles });
  if (steep) Object.assign(recipe.frame, { rule: "free", rect: [-200, -400, 1500, 1400] });
  return compile(settle(recipe, size), size);
}

/** Visits a band and tells how far interpolation is off at worst, source pixels, and how often each pixel is covered. */
function measure(map: CompiledMap, y: number, rows: number) {
  const [fx, fy, fw, fh] = map.frame;
  const [width, height] = map.output;
  const covered = new Uint8Array(width * rows);
  const out = new Float64Array(3);
  let worst = 0;
  const look = ({ x, y: top, w, h, corners, seen }: Cell): void => {
    for (let j = 0; j < h; j++)
      for (let i = 0; i < w; i++) {
        covered[(top + j) * width + x + i]!++;
        if ((i + j) % 3 !== 0) continue;
        map.toRecorded(fx + (x + i + 0.5) * (fw / width), fy + (y + top + j + 0.5) * (fh / height), out);
        if (!seen || !(out[2]! > 0) || Math.abs(out[0]!) > 1e4 || Math.abs(out[1]!) > 1e4) continue;
        const [u, v] = [i / w, j / h];
        const at = (n: 0 | 1): number =>
          (corners[n]! * (1 - u) + corners[2 + n]! * u) * (1 - v) +
          (corners[4 + n]! * (1 - u) + corners[6 + n]! * u) * v;
        worst = Math.max(worst, Math.hypot(at(0) - out[0]!, at(1) - out[1]!));
      }
  };
  eachCell(map, y, rows, look);
  return { worst, once: covered.every((n) => n === 1) };
}

describe("cells", () => {
  test.each([
    ["as the trade holds cameras", false],
    ["so steep that the map ends in the frame", true],
  ])("cover every pixel once, within a hundredth of a pixel of the map, %s", (_, steep) => {
    const random = randomFrom(steep ? 41 : 40);
    for (let n = 0; n < 12; n++) {
      const map = madeUpMap(random, steep);
      const y = 16 * Math.floor(between(random, 0, (map.output[1] - 64) / 16));
      const rows = Math.min(64, map.output[1] - y) - (n % 3);
      const { worst, once } = measure(map, y, rows);
      expect(once).toBe(true);
      expect(worst).toBeLessThan(0.0125);
    }
  });
});
