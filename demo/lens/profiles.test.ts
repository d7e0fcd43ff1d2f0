import { readFileSync } from "node:fs";
import path from "node:path";
import { makeLens, profileAt, proposeProfiles, readProfile, stopsLost } from "@/core/lens";
import { withProfile } from "@/core/edits";
import { emptyRecipe } from "@/core/recipe";
import { inspect } from "@/server/image/reading/inspect";
import type { Truth } from "../truth/truth";
import { demoProfiles } from "./profiles";
import { quarlZoom } from "./quarl";

const size = [3000, 2000] as const;
const unit = Math.hypot(...size) / 2;

test("the demo's profiles hold", () => {
  for (const p of demoProfiles) expect(readProfile(JSON.parse(JSON.stringify(p)))).toEqual(p);
});

test.each([17, 18, 19, 21, 22, 26, 30, 33])(
  "between measured focal lengths the zoom at %d mm is met within 1 px in the corners, 0.05 stop",
  (focalMm) => {
    const at = profileAt(demoProfiles[0]!, { focalMm, aperture: 8 });
    const truth = quarlZoom(focalMm);
    const lensOf = (
      l: { k: readonly [number, number, number]; p: readonly [number, number] },
      centre: readonly [number, number],
    ) => makeLens(size, { k: l.k, p: l.p, centre: [1500 + centre[0] * unit, 1000 + centre[1] * unit], amount: 1 });
    const [ours, real] = [lensOf(at, at.centre), lensOf(truth, truth.offCentre)];
    for (const corner of [
      [0, 0],
      [3000, 0],
      [0, 2000],
      [3000, 2000],
    ] as const) {
      const [a, b] = [ours.distort(corner), real.distort(corner)];
      expect(Math.hypot(a[0] - b[0], a[1] - b[1])).toBeLessThan(1);
    }
    expect(Math.abs(stopsLost(at.vignetting, 1) - stopsLost(truth.vignetting, 1))).toBeLessThan(0.05);
  },
);

test("on a photo shot on its side the profile's centre lies where the lens's did", async () => {
  const file = path.join(__dirname, "../photos/SM-0414.jpg");
  const truth = JSON.parse(readFileSync(file.replace(".jpg", ".truth.json"), "utf8")) as Truth;
  const photo = await inspect(file, "SM-0414.jpg", false);
  expect(photo.orientation).toBe(6);
  const [proposal] = proposeProfiles(demoProfiles, photo);
  const taken = withProfile(emptyRecipe().lens, proposal!, photo, truth.size);
  const off = Math.hypot(taken.centre![0] - truth.lens.centre[0], taken.centre![1] - truth.lens.centre[1]);
  expect(off).toBeLessThan(0.01);
  taken.p.forEach((v, i) => expect(v).toBeCloseTo(truth.lens.p[i]!, 8));
  // Taken as if it were stored unturned, the centre would be pixels away.
  const unturned = withProfile(emptyRecipe().lens, proposal!, { ...photo, orientation: 1 }, truth.size);
  expect(Math.abs(unturned.centre![0] - truth.lens.centre[0])).toBeGreaterThan(1);
});
