import { put } from "@/language";
import { type OwnUnknowns, vanishingPoints } from "./directions";
import type { OwnProposal } from "./proposal";
import { turnedOver } from "./turned-over";
import { heldWords, ownWords } from "./words";

const plain: OwnProposal = {
  from: "own-edges",
  lens: { model: "brown-conrady", k: [-0.02, 0, 0], centre: [1500, 1000], cornerPx: -36, sigmaPx: 0.4 },
  focal: { focalPx: 2000, sigmaPx: 5, told: true, contradicted: null },
  attitude: { pitch: 5, yaw: 0, roll: 0 },
  sigma: { pitch: 0.01, roll: 0.01, yaw: null },
  rival: null,
  segments: [],
  groups: [],
};
const held = (...told: Parameters<typeof heldWords>): string => put(heldWords(...told));
const said = (change: Partial<OwnProposal>): string[] => ownWords({ ...plain, ...change }, [3000, 2000]).map(put);

test("the bow is said with its kind and its ±, and a straight lens as one", () => {
  expect(said({})).toEqual(["The lens bows outwards (barrel): by 36.0 px ± 0.4 px at the corner."]);
  expect(
    said({ lens: { model: "brown-conrady", k: [0.01, 0, 0], centre: [1500, 1000], cornerPx: 18.2, sigmaPx: 3 } })[0],
  ).toContain("inwards (pincushion): by 18 px ± 3 px");
  expect(
    said({ lens: { model: "brown-conrady", k: [0, 0, 0], centre: [1500, 1000], cornerPx: 0.3, sigmaPx: 0.4 } })[0],
  ).toContain("straight within ± 0.4 px");
});

test("a fisheye is said to be one", () => {
  expect(said({ lens: { ...plain.lens, model: "equidistant" } })[0]).toContain("a fisheye of 24.0 mm ± 0.3 %");
});

test("a focal length that is contradicted or not told, and a rival, each get a sentence", () => {
  expect(said({ focal: { ...plain.focal, contradicted: 2800 } })[1]).toMatch(/shows 24\.0 mm .* not 33\.6 mm/);
  expect(said({ focal: { ...plain.focal, told: false } })[1]).toContain("does not tell the focal length");
  expect(said({ rival: { pitch: 54.6, roll: -5.2 } })[1]).toContain("about as likely: tipped by 54.6°");
});

test("turned over, three directions at right angles are the same three with another of them standing", () => {
  const u: OwnUnknowns = { k: [0, 0], centre: null, logFocal: 0, pitch: 12, roll: 30, headings: [25, -65] };
  const others = turnedOver(u);
  expect(others.length).toBeGreaterThan(0);
  const directions = (v: typeof u | (typeof others)[number]) =>
    vanishingPoints(v).map(({ at }) => {
      const n = Math.hypot(...at);
      const sign = at[1] < 0 || (Math.abs(at[1]) < 1e-9 && at[0] < 0) ? -1 : 1;
      return at.map((x) => ((sign * x) / n).toFixed(6)).join();
    });
  for (const other of others) expect(directions(other).sort()).toEqual(directions(u).sort());
});

test("a bow that the edges hardly reach is said to be vague, with what would help", () => {
  const vague = said({ lens: { ...plain.lens, sigmaPx: 27 } });
  expect(vague[1]).toContain("known to ± 1.5 % only");
  expect(vague[1]).toContain("traced near a corner");
});

test("how the camera was held is said with directions, as exactly as it is known", () => {
  expect(held({ pitch: 3.38, yaw: -5.98, roll: 0.592 }, { pitch: 0.02, yaw: 0.3, roll: 0.004 })).toBe(
    "The camera was tipped up 3.38° ± 0.02, turned to the left of the wall by 6.0° ± 0.3, rolled clockwise 0.59° ± 0.01.",
  );
  expect(held({ pitch: -1, yaw: 0, roll: -0.2 }, { pitch: 0.1, yaw: null, roll: 0.06 })).toBe(
    "The camera was tipped down 1.0° ± 0.1, rolled anticlockwise 0.2° ± 0.06.",
  );
});

test("where lines alone propose nothing is said of a lens", () => {
  const words = said({ from: "lines" });
  expect(words).toHaveLength(1);
  expect(words[0]).toMatch(/^The picture does not tell its lens\./);
});
