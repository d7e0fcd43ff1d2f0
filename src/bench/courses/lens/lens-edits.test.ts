import type { Photo } from "@/client";
import { type LensProfile, proposeProfiles, readProfile } from "@/core/lens";
import { emptyRecipe } from "@/core/recipe";
import { takeByHand, takeProposal } from "./lens-edits";
import { type OpenedBench, SIZE, opened } from "../../testing";
import type { KeptProposal } from "./use-profiles";

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

const lensOf = (store: OpenedBench) => store.getState().recipe.lens;
const proposalFor = (taken: Photo): KeptProposal => proposeProfiles([profile], taken)[0] as KeptProposal;

test("a proposed profile is taken with all it knows, in one step that can be taken back", () => {
  const store = opened();
  takeProposal(store.getState(), proposalFor(photo), photo);
  expect(lensOf(store)).toMatchObject({
    on: true,
    from: "profile",
    profile: "Quarl 16–35",
    amount: 1,
    k: [-0.06, 0.01, 0],
  });
  expect(lensOf(store).centre![0]).toBeCloseTo(1500 + 0.01 * unit, 9);
  expect(lensOf(store).centre![1]).toBeCloseTo(1000 - 0.02 * unit, 9);
  expect(lensOf(store).fringes.red).toEqual([0.0004, 0.0003]);
  expect(lensOf(store).vignetting).toEqual({ v: [-0.3, 0, 0], amount: 1 });
  store.getState().undo();
  expect(lensOf(store)).toEqual(emptyRecipe().lens);
});

test("on a photo shot on its side the centre lies a quarter turn on", () => {
  const store = opened();
  const side = { ...photo, orientation: 6 };
  takeProposal(store.getState(), proposalFor(side), side);
  expect(lensOf(store).centre![0]).toBeCloseTo(1500 + 0.02 * unit, 9);
  expect(lensOf(store).centre![1]).toBeCloseTo(1000 + 0.01 * unit, 9);
});

test("on a smaller sensor the same lens shows less of its bow", () => {
  const store = opened();
  const cropped = { ...photo, equivalentMm: 24 };
  takeProposal(store.getState(), proposalFor(cropped), cropped);
  // Two thirds of the image circle: the cubic term by 4/9.
  expect(lensOf(store).k[0]).toBeCloseTo((-0.06 * 4) / 9, 9);
});

test("by hand any profile can be taken, at the focal length that the 35 mm equivalent gives", () => {
  const store = opened();
  takeByHand(store.getState(), profile, { ...photo, lens: null, focalMm: null, equivalentMm: null } as Photo, 20);
  expect(lensOf(store)).toMatchObject({ from: "profile", profile: "Quarl 16–35" });
  // Between 16 and 24 mm.
  expect(lensOf(store).k[0]).toBeGreaterThan(-0.06);
  expect(lensOf(store).k[0]).toBeLessThan(-0.02);
});

test("without an aperture in the metadata the fall-off is left alone", () => {
  const store = opened();
  const unknown = { ...photo, aperture: null };
  takeProposal(store.getState(), proposalFor(unknown), unknown);
  expect(lensOf(store).vignetting.v).toEqual([0, 0, 0]);
});
