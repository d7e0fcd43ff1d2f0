import { named } from "../../language";
import type { OwnProposal } from "../../own-edges";
import { emptyRecipe } from "../../recipe";
import { madeUpPlumbs, madeUpSills, randomFrom } from "../../testing";
import { edited } from "../edit";
import { moveBy } from "./line-edits";
import { heldIn, takeOwnLens, trueUp } from "./own-edges-edits";

const SIZE = [3000, 2000] as const;
const made = {
  size: SIZE,
  intrinsics: { focalPx: 2200, principal: [1500, 1000] as const },
  attitude: { pitch: 12, yaw: 0, roll: -1 },
  k1: 0,
};
const plumbs = madeUpPlumbs(made, randomFrom(3), 20);
const sills = madeUpSills(made, randomFrom(4), 12, 8);
const proposal: OwnProposal = {
  from: "own-edges",
  lens: { model: "brown-conrady", k: [0, 0, 0], centre: [1500, 1000], cornerPx: 0, sigmaPx: 0.3 },
  focal: { focalPx: 2205, sigmaPx: 8, told: true, contradicted: null },
  attitude: { pitch: 12, yaw: 12, roll: -1 },
  sigma: { pitch: 0.02, roll: 0.01, yaw: 0.05 },
  rival: null,
  segments: [...plumbs, ...sills].map((points) => ({ points, sigmaPx: 0.05 })),
  groups: [
    {
      id: "plumb",
      kind: "plumb",
      vanishing: null,
      heading: null,
      count: 20,
      spreadDeg: 0,
      members: plumbs.map((_, i) => i),
    },
    {
      id: "wall-1",
      kind: "sill",
      vanishing: null,
      heading: 12,
      count: 8,
      spreadDeg: 0,
      members: sills.map((_, i) => 20 + i),
    },
  ],
};

test("true up takes lens, focal length, lines, the attitude they tell and the clean frame, as one edit", () => {
  const before = emptyRecipe();
  before.frame = { ...before.frame, rule: "free", rect: [0, 0, 10, 10] };
  const after = edited(before, trueUp(proposal, SIZE), SIZE);
  expect(after.lens).toMatchObject({ from: "own-edges", centre: [1500, 1000], on: true });
  expect(after.camera).toMatchObject({ focalPx: 2205, focalFrom: "solved" });
  expect(after.lines.map((l) => l.kind).sort()).toEqual([...Array(16).fill("plumb"), ...Array(8).fill("sill")]);
  expect(after.attitude.pitch).toBeCloseTo(12, 1);
  expect(after.attitude.yaw).toBeCloseTo(12, 1);
  expect(after.frame.rule).toBe("clean");
});

test("the focal length measured with the lens stays while its lines are edited; without a lens it may be solved again", () => {
  const after = edited(emptyRecipe(), trueUp(proposal, SIZE), SIZE);
  const moved = edited(after, moveBy(after.lines[0]!.id, null, [2, 0]), SIZE);
  expect(moved.camera).toEqual(after.camera);
  const other = edited(
    moved,
    { label: named("By hand"), apply: (r) => ({ ...r, lens: { ...r.lens, from: "by-hand" } }) },
    SIZE,
  );
  expect(other.camera.focalPx).not.toBe(2205);
});

test("where the picture does not tell the focal length the one it came with is kept", () => {
  const before = emptyRecipe();
  before.camera = { focalPx: 2150, focalFrom: "metadata", principal: null };
  const untold = { ...proposal, focal: { ...proposal.focal, told: false } };
  expect(takeOwnLens(untold).apply(before).camera).toEqual(before.camera);
});

test("what is told beforehand is what true up takes, also where the proposal's own facing wall is another", () => {
  const elsewhere = { ...proposal, attitude: { ...proposal.attitude, yaw: -3.2 } };
  const { attitude, sigma } = heldIn(trueUp(elsewhere, SIZE).apply(emptyRecipe()), elsewhere, SIZE);
  const after = edited(emptyRecipe(), trueUp(elsewhere, SIZE), SIZE);
  expect(attitude.yaw).toBeCloseTo(12, 1);
  for (const angle of ["pitch", "yaw", "roll"] as const) expect(attitude[angle]).toBeCloseTo(after.attitude[angle], 9);
  expect(sigma.yaw).toBeGreaterThanOrEqual(0.05);
  expect(sigma.pitch).toBeGreaterThanOrEqual(0.02);
});

test("without level lines no wall is said to be turned", () => {
  const standing = { ...proposal, groups: proposal.groups.slice(0, 1) };
  expect(heldIn(trueUp(standing, SIZE).apply(emptyRecipe()), standing, SIZE).sigma.yaw).toBeNull();
});
