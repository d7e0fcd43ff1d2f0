import { named } from "../../language";
import { many } from "../../soak.testing";
import type { Recipe } from "../../recipe";
import { emptyRecipe, recipeSchema } from "../../recipe";
import { edited } from "../../edits/edit";
import { compile } from "./compile";
import { fillDependsOn } from "../gaps/depends-on";
import { withHeightMeasured, withSolvedAttitude } from "../solved/settle";
import { withCamera } from "../solved/settled";
import { planeInputs } from "./steps";

/**
 * What is kept goes by what it says it depends on. Every leaf of a rich recipe is changed, one at a time: what is answered from what is kept
 * must be what is found afresh.
 */
const SIZE = [1200, 800] as const;

function rich(): Recipe {
  const recipe = emptyRecipe();
  recipe.camera = { focalPx: 900, focalFrom: "stated", principal: [600, 400] };
  Object.assign(recipe.lens, {
    from: "by-hand",
    k: [-0.05, 0.01, 0.001],
    p: [0.001, -0.002],
    centre: [605, 396],
    amount: 0.9,
  });
  recipe.lines = [
    { id: "a", kind: "plumb", points: [[200, 100], [240, 700]], on: true },
    { id: "b", kind: "plumb", points: [[1000, 110], [950, 690]], on: true },
    { id: "c", kind: "sill", points: [[150, 300], [1050, 330]], on: true },
    { id: "d", kind: "sill", points: [[160, 600], [1000, 590]], on: true },
  ]; // prettier-ignore
  recipe.attitude.ease = { plumb: 0.9, sill: 0.8 };
  recipe.proportion.measures = [
    { id: "m", kind: "rectangle", points: [[300, 300], [500, 305], [500, 500], [300, 490]], width: 1, height: 1.1, on: true },
  ]; // prettier-ignore
  recipe.shape = {
    ...{ on: true, joints: [], faces: [], shields: [] },
    taut: [{ id: "t", points: [[100, 150], [600, 120], [1100, 160]], lock: "horizontal", amount: 0.8, on: true }],
  }; // prettier-ignore
  Object.assign(recipe.frame, { rule: "free", rect: [-50, -40, 1300, 900], turn: 1 });
  Object.assign(recipe.edges, { gaps: "fill", reach: 4, each: [{ side: "left", do: "bend" }] });
  return withHeightMeasured(withSolvedAttitude(recipeSchema.parse(recipe), SIZE), SIZE);
}

type Path = readonly (string | number)[];

const leavesOf = (value: unknown, at: Path = []): Path[] =>
  typeof value === "object" && value !== null
    ? Object.entries(value).flatMap(([key, v]) => leavesOf(v, [...at, Array.isArray(value) ? Number(key) : key]))
    : [at];

/** The value with one leaf changed; all that does not lie on the way to it stays the very same. */
function changed<T>(value: T, [key, ...rest]: Path, to: (leaf: unknown) => unknown): T {
  if (key === undefined) return to(value) as T;
  const copy = (Array.isArray(value) ? [...(value as unknown[])] : { ...value }) as Record<string | number, unknown>;
  copy[key] = changed(copy[key], rest, to);
  return copy as T;
}

const other = (leaf: unknown): unknown =>
  typeof leaf === "number" ? leaf * 0.97 + 0.013 : typeof leaf === "boolean" ? !leaf : leaf === "horizontal" ? "vertical" : leaf === "fill" ? "plain" : leaf; // prettier-ignore

const base = rich();
const others = leavesOf(base)
  .map((at) => ({ at: at.join("."), recipe: changed(base, at, other) }))
  .filter(({ recipe }) => JSON.stringify(recipe) !== JSON.stringify(base) && recipeSchema.safeParse(recipe).success);

const placesOf = (recipe: Recipe): string => {
  const { fromRecorded, frame } = compile(withCamera(recipe, SIZE), SIZE);
  return JSON.stringify([[200, 150], [600, 400], [1000, 700]].map(([x, y]) => fromRecorded([x!, y!])).concat([frame as never])); // prettier-ignore
};

test("there are many leaves, of every course", () => {
  expect(others.length).toBeGreaterThan(60);
  for (const key of ["camera", "lens", "lines", "attitude", "proportion", "shape", "frame", "edges"])
    expect(others.some(({ at }) => at.startsWith(`${key}.`))).toBe(true);
});

test("where what the steps depend on stays, so does where everything lies; the same where what fills depend on stays", () => {
  const settled = withCamera(base, SIZE);
  const frame = compile(settled, SIZE).frame;
  const [inputs, fill, places] = [JSON.stringify(planeInputs(settled)), fillDependsOn(settled, frame), placesOf(base)];
  for (const { at, recipe } of others) {
    const now = withCamera(recipe, SIZE);
    const moved = placesOf(recipe) !== places;
    const isFrame = /^(frame|edges)\./.test(at);
    if (moved && !isFrame) expect([at, JSON.stringify(planeInputs(now)) !== inputs]).toEqual([at, true]);
    if (moved) expect([at, fillDependsOn(now, compile(now, SIZE).frame) !== fill]).toEqual([at, true]);
  }
});

test("what is answered from what is kept is what a program finds that has kept nothing", () => {
  // A program that has kept nothing takes a second to begin.
  for (const { at, recipe } of others.filter((_, i) => i % many(1, 9) === 0)) {
    placesOf(base);
    const kept = placesOf(recipe);
    let fresh = "";
    jest.isolateModules(() => {
      const { compile: anew } = require("./compile") as { compile: typeof compile };
      const { fromRecorded, frame } = anew(withCamera(recipe, SIZE), SIZE);
      fresh = JSON.stringify([[200, 150], [600, 400], [1000, 700]].map(([x, y]) => fromRecorded([x!, y!])).concat([frame as never])); // prettier-ignore
    });
    expect([at, kept]).toEqual([at, fresh]);
  }
}, 120_000);

test("an edit solves anew whatever it changed of what lines and measures say", () => {
  for (const { at, recipe } of others) {
    // The solved numbers themselves are what somebody else's program may have put there.
    if (/^attitude\.(pitch|yaw|roll)|^proportion\.(height|perPixel)/.test(at)) continue;
    const after = edited(base, { label: named(at), apply: () => recipe }, SIZE);
    const fresh = withHeightMeasured(withSolvedAttitude(recipe, SIZE), SIZE);
    const told = ({ attitude, proportion }: Recipe): string =>
      JSON.stringify([attitude.pitch, attitude.yaw, attitude.roll, proportion.height, proportion.perPixel].map((v) => v?.toFixed(9))); // prettier-ignore
    expect([at, told(after)]).toEqual([at, told(fresh)]);
  }
});
