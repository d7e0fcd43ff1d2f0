import { readFileSync } from "node:fs";
import path from "node:path";
import { RecipeError, bubbleNames, emptyRecipe, parseRecipe, readRecipe, recipeJsonSchema } from ".";

const minimal = { format: "flat-stone-recipe", version: 1 };

test("a full recipe survives the round trip unchanged", () => {
  const full = {
    ...minimal,
    camera: { focalPx: 4000, focalFrom: "metadata", principal: [3000, 2000] },
    lens: {
      on: true,
      from: "profile",
      profile: "p",
      model: "brown-conrady",
      k: [-0.06, 0.01, 0],
      p: [0, 0],
      centre: [3000, 2000],
      amount: 1,
      fringes: { red: [0.0004, 0.0003], blue: [-0.0006, 0] },
      vignetting: { v: [-0.4, -0.1, 0], amount: 1 },
      calm: { purple: 0.5, green: 0.25 },
    },
    lines: [
      {
        id: "a1",
        kind: "plumb",
        points: [
          [812.4, 300.2],
          [930.1, 3711.8],
        ],
        on: true,
        sigma: 0.2,
        wall: "front",
      },
    ],
    faces: [
      {
        id: "f1",
        corners: [
          [10, 20],
          [110, 20],
          [110, 220],
          [10, 220],
        ],
        on: true,
      },
    ],
    attitude: {
      on: true,
      from: "lines",
      pitch: 14.2,
      yaw: 0,
      roll: -1.2,
      trim: { pitch: 0.5, yaw: 0, roll: 0 },
      face: { line: "f1:top" },
      ease: { plumb: 1, sill: 1 },
    },
    proportion: { on: true, height: 1 },
    frame: { on: true, rule: "clean", ratio: null, rect: [120, 80, 5600, 3700] },
    edges: {
      on: true,
      gaps: "fill",
      plain: "#c8c4bc",
      reach: 8,
      seed: 2,
      each: [{ side: "left", do: "trim" }],
      sources: [
        {
          id: "s1",
          use: "never",
          points: [
            [10, 20],
            [110, 20],
            [110, 220],
          ],
          on: true,
        },
      ],
      repeat: true,
    },
  };
  expect(parseRecipe(JSON.stringify(full))).toEqual(full);
});

test("what is left out is filled with defaults", () => {
  expect(readRecipe(minimal)).toEqual(emptyRecipe());
  expect(readRecipe({ ...minimal, attitude: { pitch: 3 } }).attitude).toMatchObject({
    on: true,
    pitch: 3,
    ease: { plumb: 1 },
  });
});

test.each([
  ["not JSON", "{"],
  ["another format", JSON.stringify({ format: "x", version: 1 })],
  ["a later version", JSON.stringify({ ...minimal, version: 2 })],
  ["no version", JSON.stringify({ format: "flat-stone-recipe" })],
  ["an unknown key", JSON.stringify({ ...minimal, extra: 1 })],
  ["an unknown key deep down", JSON.stringify({ ...minimal, lens: { bow: 2 } })],
  ["a wrong type", JSON.stringify({ ...minimal, attitude: { pitch: "up" } })],
  ["a line with one point", JSON.stringify({ ...minimal, lines: [{ id: "a", kind: "plumb", points: [[1, 2]] }] })],
  [
    "two lines of one id",
    JSON.stringify({
      ...minimal,
      lines: Array(2).fill({
        id: "a",
        kind: "plumb",
        points: [
          [1, 2],
          [3, 4],
        ],
      }),
    }),
  ],
  ["null", "null"],
])("%s is refused with a sentence", (_, text) => {
  expect(() => parseRecipe(text)).toThrow(RecipeError);
  expect(() => parseRecipe(text)).toThrow(/recipe/);
});

test("plumbs are numbered, sills lettered", () => {
  const line = (id: string, kind: "plumb" | "sill" | "taut") => ({
    id,
    kind,
    points: [
      [0, 0],
      [1, 1],
    ] as [number, number][],
    on: true,
  });
  const names = bubbleNames([
    line("a", "plumb"),
    line("b", "sill"),
    line("c", "plumb"),
    line("d", "sill"),
    line("e", "taut"),
  ]);
  expect([...names.values()]).toEqual(["1", "A", "2", "B", "t1"]);
  const many = bubbleNames(Array.from({ length: 28 }, (_, i) => line(`s${i}`, "sill")));
  expect([...many.values()].slice(-3)).toEqual(["Z", "AA", "AB"]);
});

test("the published JSON Schema is the one the code holds", () => {
  const file = path.join(__dirname, "../../../docs/recipe.schema.json");
  expect(JSON.parse(readFileSync(file, "utf8"))).toEqual(JSON.parse(JSON.stringify(recipeJsonSchema())));
});
