import { put } from "@/language";
import { readFileSync } from "node:fs";
import path from "node:path";
import fc from "fast-check";
import { makeLens } from "../make-lens";
import {
  type LensProfile,
  ProfileError,
  hermite,
  onSensor,
  profileAt,
  profileFromCalibration,
  profileJsonSchema,
  proposeProfiles,
  readProfile,
} from ".";

const whole: LensProfile = readProfile({
  format: "flat-stone-lens",
  version: 1,
  name: "Quarl 16–35",
  lens: ["Quarl 16-35 mm"],
  sensor: { width: 36, height: 24 },
  distortion: [16, 20, 24, 35].map((f) => ({ focalMm: f, k: [-0.06 + 0.003 * (f - 16), 0.01, 0] })),
  fringes: [{ focalMm: 16, red: [0.0004, 0.0003], blue: [-0.0006, 0] }],
  vignetting: [
    { focalMm: 16, aperture: 4, v: [-0.6, 0, 0] },
    { focalMm: 16, aperture: 8, v: [-0.2, 0, 0] },
  ],
});
const photo = { camera: "Harrow K3", lens: "Quarl 16-35 mm", focalMm: 21, equivalentMm: 21 };

test("it passes through what was measured and never leaves the range of its neighbours", () => {
  const knots = fc.uniqueArray(fc.double({ min: 0, max: 10, noNaN: true }), {
    minLength: 2,
    maxLength: 8,
    comparator: (a, b) => Math.abs(a - b) < 0.05,
  });
  fc.assert(
    fc.property(
      knots,
      fc.infiniteStream(fc.double({ min: -1, max: 1, noNaN: true })),
      fc.double({ min: -5, max: 15, noNaN: true }),
      (xs, values, x) => {
        xs.sort((a, b) => a - b);
        const ys = xs.map(() => values.next().value as number);
        xs.forEach((k, i) => expect(hermite(xs, ys, k)).toBeCloseTo(ys[i]!, 9));
        const i = Math.max(0, Math.min(xs.length - 2, xs.findIndex((k) => k > x) - 1));
        const [low, high] =
          x <= xs[0]!
            ? [ys[0]!, ys[0]!]
            : x >= xs[xs.length - 1]!
              ? [ys[ys.length - 1]!, ys[ys.length - 1]!]
              : [ys[i]!, ys[i + 1]!];
        const v = hermite(xs, ys, x);
        expect(v).toBeGreaterThanOrEqual(Math.min(low, high) - 1e-9);
        expect(v).toBeLessThanOrEqual(Math.max(low, high) + 1e-9);
      },
    ),
  );
});

test("a parabola that keeps rising is met nearly exactly", () => {
  const xs = [0, 1, 2, 3];
  expect(
    hermite(
      xs,
      xs.map((x) => x * x),
      1.5,
    ),
  ).toBeCloseTo(2.25, 9);
});

test("between focal lengths, apertures; held beyond", () => {
  expect(profileAt(whole, { focalMm: 20 }).k[0]).toBeCloseTo(-0.048, 9);
  expect(profileAt(whole, { focalMm: 21 }).between).toEqual([20, 24]);
  expect(profileAt(whole, { focalMm: 10 }).k[0]).toBeCloseTo(-0.06, 9);
  expect(profileAt(whole, { focalMm: 21, aperture: 5.657 }).vignetting[0]).toBeCloseTo(-0.4, 3);
  expect(profileAt(whole, { focalMm: 21, aperture: 22 }).vignetting[0]).toBeCloseTo(-0.2, 9);
  expect(profileAt(whole, { focalMm: 21 }).vignetting).toEqual([0, 0, 0]);
});

test("the proposal says why; another camera is a caution; a wider lens, another lens or no metadata are no match", () => {
  const [first] = proposeProfiles([whole], photo);
  expect(put(first!.reason)).toBe("Quarl 16–35 at 21 mm: measured at 20 and 24.");
  expect(first!.caution).toBeNull();
  const other = { ...whole, camera: ["Harrow K1"] };
  const same = { ...whole, camera: ["harrow k3"], name: "own" };
  expect(proposeProfiles([other, whole, same], photo).map((p) => [p.profile.name, p.caution !== null])).toEqual([
    ["own", false],
    ["Quarl 16–35", false],
    ["Quarl 16–35", true],
  ]);
  expect(proposeProfiles([whole], { ...photo, focalMm: 12, equivalentMm: 12 })).toEqual([]);
  expect(proposeProfiles([whole], { ...photo, lens: "Quarl 14 mm" })).toEqual([]);
  expect(proposeProfiles([whole], { ...photo, lens: null })).toEqual([]);
  // A sensor larger than the one it was measured on has corners that nobody measured.
  expect(proposeProfiles([{ ...whole, sensor: { width: 24, height: 16 } }], photo)).toEqual([]);
});

test("on a smaller sensor the lens draws what it drew on the larger one", () => {
  const at = profileAt(whole, { focalMm: 16 });
  const crop = onSensor(at, 2 / 3);
  const large = makeLens([3000, 2000], { k: at.k, p: at.p, centre: [1500, 1000], amount: 1 });
  const small = makeLens([2000, 4000 / 3], { k: crop.k, p: crop.p, centre: [1000, 2000 / 3], amount: 1 });
  const [a, b] = [large.distort([2300, 1500]), small.distort([1800, 2000 / 3 + 500])];
  expect(a[0] - 1500).toBeCloseTo(b[0] - 1000, 9);
  expect(a[1] - 1000).toBeCloseTo(b[1] - 2000 / 3, 9);
});

const base = JSON.parse(JSON.stringify(whole)) as Record<string, unknown>;
test.each([
  ["a foreign document", { format: "other" }, /not a lens profile/],
  ["null", null, /not a lens profile/],
  ["a version of tomorrow", { ...base, version: 2 }, /version 2/],
  ["an unknown key", { ...base, bow: 1 }, /does not hold/],
  ["numbers that are words", { ...base, distortion: [{ focalMm: "16", k: [0, 0, 0] }] }, /distortion\.0\.focalMm/],
  ["no distortion", { ...base, distortion: [] }, /distortion/],
  ["a fold inside the picture", { ...base, distortion: [{ focalMm: 16, k: [-0.4, 0, 0] }] }, /folds/],
  [
    "a fisheye's fold inside the picture",
    { ...base, model: "equidistant", distortion: [{ focalMm: 16, k: [-0.4, 0, 0] }] },
    /fisheye's terms fold/,
  ],
  ["a corner thrown far out", { ...base, distortion: [{ focalMm: 16, k: [0.9, 0, 0] }] }, /further than any lens/],
  ["wild fringes", { ...base, fringes: [{ focalMm: 16, red: [0.2, 0], blue: [0, 0] }] }, /fringes/],
  ["no light", { ...base, vignetting: [{ focalMm: 16, aperture: 4, v: [-1.2, 0, 0] }] }, /no light/],
])("%s is refused with the reason", (_, json, reason) => {
  expect(() => readProfile(json)).toThrow(ProfileError);
  expect(() => readProfile(json)).toThrow(reason);
});

test("every profile that is taken can be undone: distort ∘ undistort is the identity inside the picture", () => {
  const c = (most: number) => fc.double({ min: -most, max: most, noNaN: true });
  fc.assert(
    fc.property(
      fc.tuple(c(0.4), c(0.3), c(0.2)),
      fc.tuple(c(0.004), c(0.004)),
      fc.double({ min: 0, max: 1, noNaN: true }),
      fc.double({ min: 0, max: 1, noNaN: true }),
      (k, p, x, y) => {
        let taken: LensProfile;
        try {
          taken = readProfile({ ...base, distortion: [{ focalMm: 16, k, p }] });
        } catch {
          fc.pre(false);
          return;
        }
        const at = profileAt(taken, { focalMm: 16 });
        const lens = makeLens([3000, 2000], { k: at.k, p: at.p, centre: [1500, 1000], amount: 1 });
        const point = [x * 3000, y * 2000] as const;
        const back = lens.distort(lens.undistort(point));
        expect(Math.hypot(back[0] - point[0], back[1] - point[1])).toBeLessThan(1e-6);
      },
    ),
    { numRuns: 400 },
  );
});

test("the published JSON Schema is the one the code holds", () => {
  const file = path.join(__dirname, "../../../../docs/lens-profile.schema.json");
  expect(JSON.parse(readFileSync(file, "utf8"))).toEqual(JSON.parse(JSON.stringify(profileJsonSchema())));
});

test("a measured camera becomes a profile that holds and that its own photo is offered", () => {
  const measured = {
    k: [-0.046, 0.014, -0.002],
    p: [0.0001, 0],
    centre: [1504, 997],
    size: [3000, 2000],
    focalPx: 1750,
    rmsPx: 0.1,
  } as const;
  const profile = readProfile(JSON.parse(JSON.stringify(profileFromCalibration(measured, photo))));
  expect(profile.sensor.width).toBeCloseTo(36, 2);
  const [first] = proposeProfiles([profile], photo);
  expect(first!.factor).toBeCloseTo(1, 3);
  expect(profileAt(profile, { focalMm: 21 }).k).toEqual([-0.046, 0.014, -0.002]);
});

test("measured on pictures shot on their side, a profile lies as the sensor does", () => {
  const measured = {
    k: [-0.05, 0, 0],
    p: [0.001, 0.002],
    centre: [110, 140],
    size: [200, 300],
    focalPx: 150,
    rmsPx: 0.2,
  };
  const calibration = measured as unknown as Parameters<typeof profileFromCalibration>[0];
  const { distortion } = profileFromCalibration(calibration, { ...photo, orientation: 6 });
  const unit = Math.hypot(200, 300) / 2;
  // The displayed right is the sensor's up, the displayed down its right.
  expect(distortion[0]!.centre[0]).toBeCloseTo(-10 / unit, 12);
  expect(distortion[0]!.centre[1]).toBeCloseTo(-10 / unit, 12);
  expect(distortion[0]!.p).toEqual([-0.002, 0.001]);
});
