import { named } from "../../language";
import { z } from "zod";
import { type PlaneStep, type PlaneStepMaker, coursePart } from "../../course";
import type { Size, Vec2 } from "../../geometry";
import { COURSES, emptyRecipe, recipeSchemaOf } from "../../recipe";
import { eachCell } from "../pixels/cells";
import { AS_SHOT, type CompiledMap, compile } from "./compile";
import { type SettledRecipe, withCamera } from "../solved/settled";
import { type Steps, stepsOf } from "./steps";

/**
 * A course that exists only here, made as docs/adding-a-course.md says: its part of the recipe, when it is laid, and its
 * step in the chain. It folds the picture along a vertical line: right of it everything is drawn out.
 */
const SIZE: Size = [640, 480];
const fold = z.strictObject({ at: z.number(), by: z.number().min(0.2).max(5).default(1) });
type Fold = z.output<typeof fold>;
type WithFold = SettledRecipe & { fold: Fold };

function foldStep({ at, by }: Fold): PlaneStep | null {
  if (by === 1) return null;
  const out = (x: number): number => (x <= at ? x : at + by * (x - at));
  const back = (x: number): number => (x <= at ? x : at + (x - at) / by);
  return {
    forward: ([x, y]) => [out(x), y],
    back: (x, y, place) => {
      place[0] = back(x);
      place[1] = y;
      place[2] = 1e9;
    },
    outline: (polygon) => polygon.map(([x, y]): Vec2 => [out(x), y]),
    breaks: [
      [
        [at, -5000],
        [at, 5000],
      ],
    ],
  };
}

const foldPart = coursePart({
  key: "fold",
  name: named("Fold"),
  keys: { fold: fold.prefault({ at: 300 }) },
  laid: (recipe) => recipe.fold.by !== 1,
  plane: [
    {
      inputs: (recipe: { readonly fold: Fold }) => [recipe.fold],
      make: (recipe: { readonly fold: Fold }) => foldStep(recipe.fold),
    },
  ] satisfies PlaneStepMaker<{ readonly fold: Fold }>[],
  carried: (from) => from,
  carries: named("the fold"),
  told: { marks: [], numbers: [], all: (r) => r.fold, on: () => true, rest: named("fold changed") },
});

const schema = recipeSchemaOf([...COURSES, foldPart]);
const steps: Steps = stepsOf([...COURSES, foldPart as unknown as (typeof COURSES)[number]]);

function recipeWith(by: number, at = 300): WithFold {
  const parsed = schema.parse({
    ...emptyRecipe(),
    lens: { k: [-0.05, 0, 0] },
    attitude: { from: "by-hand", pitch: 9, roll: 2 },
    fold: { at, by },
  });
  return { ...parsed, ...withCamera(parsed, SIZE), fold: parsed.fold };
}

test("its keys are the recipe's, absent means nothing done, and a program without it refuses the file by the key's name", () => {
  expect(schema.parse(emptyRecipe()).fold).toEqual({ at: 300, by: 1 });
  const refused = recipeSchemaOf(COURSES).safeParse({ ...emptyRecipe(), fold: { at: 1 } });
  expect(refused.success).toBe(false);
  expect(refused.error!.issues[0]!.message).toContain("fold");
  expect(foldPart.laid(schema.parse({ ...emptyRecipe(), fold: { at: 1, by: 2 } }))).toBe(true);
  expect(foldPart.laid(schema.parse(emptyRecipe()))).toBe(false);
});

/** The largest distance between there and back, recorded pixels. */
function worstRoundTrip(map: CompiledMap): number {
  const out = new Float64Array(3);
  let worst = 0;
  for (let x = 20; x < SIZE[0]; x += 37)
    for (let y = 20; y < SIZE[1]; y += 41) {
      const p = map.fromRecorded([x, y])!;
      map.toRecorded(p[0], p[1], out);
      worst = Math.max(worst, Math.hypot(out[0]! - x, out[1]! - y));
    }
  return worst;
}

test("its step joins the chain: marks, outline, frame and pixels go through it both ways", () => {
  const plain = compile(recipeWith(1), SIZE, null, steps);
  const same = compile(recipeWith(1), SIZE);
  expect(plain.frame).toEqual(same.frame);
  const map = compile(recipeWith(1.8), SIZE, null, steps);
  expect(worstRoundTrip(map)).toBeLessThan(1e-3);
  const [x, y] = same.fromRecorded([500, 200])!;
  expect(map.fromRecorded([500, 200])).toEqual([300 + 1.8 * (x - 300), y]);
  const widest = (m: CompiledMap) => Math.max(...m.outline.map((p) => p[0]));
  expect(widest(map)).toBeCloseTo(300 + 1.8 * (widest(same) - 300), 6);
  expect(map.frame[2]).toBeGreaterThan(same.frame[2]);
  // Without its step the chain is the product's own.
  expect(compile(recipeWith(1.8), SIZE).frame).toEqual(same.frame);
});

/** The largest miss of the cells' interpolation, source pixels, at every pixel of the output. */
function worstMiss(map: Pick<CompiledMap, "toRecorded" | "frame" | "output" | "breaks" | "optics">): number {
  const out = new Float64Array(3);
  const [fx, fy] = map.frame;
  let worst = 0;
  for (let top = 0; top < map.output[1]; top += 64)
    eachCell(map, top, Math.min(64, map.output[1] - top), ({ x, y, w, h, corners, seen }) => {
      if (!seen) return;
      for (let j = 0; j < h; j++)
        for (let i = 0; i < w; i++) {
          const [u, v] = [i / w, j / h];
          map.toRecorded(fx + x + i + 0.5, fy + top + y + j + 0.5, out);
          for (const c of [0, 1]) {
            const between =
              (1 - v) * ((1 - u) * corners[c]! + u * corners[2 + c]!) +
              v * ((1 - u) * corners[4 + c]! + u * corners[6 + c]!);
            worst = Math.max(worst, Math.abs(between - out[c]!));
          }
        }
    });
  return worst;
}

test("cells are cut along its break, wherever that lies between them", () => {
  for (const at of [300, 303.3, 311.7]) {
    const map = compile(recipeWith(1.6, at), SIZE, null, steps);
    expect(map.breaks).toHaveLength(1);
    expect(worstMiss(map)).toBeLessThan(0.02);
  }
  // A slanted break of a map so gently bent that nothing else shows it: told, cells keep to it.
  const bent = 1.0006;
  const gentle = {
    toRecorded: (x: number, y: number, out: Float64Array): void => {
      const side = x - 0.3 * y - 100.4;
      out[0] = side > 0 ? x + (bent - 1) * side : x;
      out[1] = y;
      out[2] = 1e9;
    },
    frame: [0, 0, 512, 512] as const,
    output: [512, 512] as const,
    optics: null,
  };
  const breaks = [
    [
      [100.4, 0],
      [100.4 + 0.3 * 512, 512],
    ],
  ] as const;
  expect(worstMiss({ ...gentle, breaks })).toBeLessThan(1e-9);
  expect(worstMiss({ ...gentle, breaks: [] })).toBeGreaterThan(1e-4);
});

test("as shot nothing is moved", () => {
  const out = new Float64Array(3);
  AS_SHOT.toRecorded(12, 34, out);
  expect([...out.slice(0, 2)]).toEqual([12, 34]);
});
