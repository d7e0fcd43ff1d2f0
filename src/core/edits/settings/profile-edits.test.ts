import { type LensProfile, type Proposal, proposeProfiles, readProfile } from "../../lens";
import { type Recipe, emptyRecipe } from "../../recipe";
import { edited } from "../edit";
import { type ProfileSetting, takeProfile, takeProfileByHand } from "./profile-edits";

const SIZE = [3000, 2000] as const;
type Photo = ProfileSetting & { camera: string };

const unit = Math.hypot(...SIZE) / 2;
const profile: LensProfile & { id: string } = {
  ...readProfile({
    format: "flat-stone-lens",
    version: 1,
    name: "Quarl 16–35",
    lens: ["Quarl 16-35 mm"],
    sensor: { width: 36, height: 24 },
    distortion: [16, 24].map((f) => ({ focalMm: f, k: [-0.06 + 0.005 * (f - 16), 0.01, 0], centre: [0.01, -0.02] })),
    fringes: [{ focalMm: 16, red: [0.0004, 0.0003], blue: [-0.0006, 0] }],
    vignetting: [{ focalMm: 16, aperture: 8, v: [-0.3, 0, 0] }],
  }),
  id: "q",
};
const photo = {
  camera: "Harrow K3",
  lens: "Quarl 16-35 mm",
  focalMm: 16,
  equivalentMm: 16,
  aperture: 8,
  orientation: 1,
} as Photo;

const proposalFor = (taken: Photo): Proposal<LensProfile> => proposeProfiles([profile], taken)[0]!;
const taken = (photo: Photo): Recipe["lens"] =>
  edited(emptyRecipe(), takeProfile(proposalFor(photo), photo, SIZE), SIZE).lens;

test("a proposed profile is taken with all it knows", () => {
  const lens = taken(photo);
  expect(lens).toMatchObject({
    on: true,
    from: "profile",
    profile: "Quarl 16–35",
    amount: 1,
    k: [-0.06, 0.01, 0],
  });
  expect(lens.centre![0]).toBeCloseTo(1500 + 0.01 * unit, 9);
  expect(lens.centre![1]).toBeCloseTo(1000 - 0.02 * unit, 9);
  expect(lens.fringes.red).toEqual([0.0004, 0.0003]);
  expect(lens.vignetting).toEqual({ v: [-0.3, 0, 0], amount: 1 });
});

test("on a photo shot on its side the centre lies a quarter turn on", () => {
  const side = { ...photo, orientation: 6 };
  const lens = taken(side);
  expect(lens.centre![0]).toBeCloseTo(1500 + 0.02 * unit, 9);
  expect(lens.centre![1]).toBeCloseTo(1000 + 0.01 * unit, 9);
});

test("on a smaller sensor the same lens shows less of its bow", () => {
  const cropped = { ...photo, equivalentMm: 24 };
  const lens = taken(cropped);
  // Two thirds of the image circle: the cubic term by 4/9.
  expect(lens.k[0]).toBeCloseTo((-0.06 * 4) / 9, 9);
});

test("by hand any profile can be taken, at the focal length that the 35 mm equivalent gives", () => {
  const unknown = { ...photo, lens: null, focalMm: null, equivalentMm: null };
  const { lens } = edited(emptyRecipe(), takeProfileByHand(profile, unknown, SIZE, 20), SIZE);
  expect(lens).toMatchObject({ from: "profile", profile: "Quarl 16–35" });
  // Between 16 and 24 mm.
  expect(lens.k[0]).toBeGreaterThan(-0.06);
  expect(lens.k[0]).toBeLessThan(-0.02);
});

test("without an aperture in the metadata the fall-off is left alone", () => {
  const unknown = { ...photo, aperture: null };
  const lens = taken(unknown);
  expect(lens.vignetting.v).toEqual([0, 0, 0]);
});
