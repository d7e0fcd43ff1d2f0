import { writeFileSync } from "node:fs";
import path from "node:path";
import sharp from "sharp";
import { type Recipe, emptyRecipe } from "@/core/recipe";
import { NO_SHAPE } from "@/core/shape";
import { temporaryFolder } from "@/server/testing";
import { flatstone, flatstoneOn } from "./running.testing";

/** The command line and a recipe's shape: what is told, where places land, and that what is rendered lies there. */
const folder = temporaryFolder();
const saved = (name: string, recipe: unknown): string => {
  const file = path.join(folder, name);
  writeFileSync(file, JSON.stringify(recipe));
  return file;
};

/** A line that leaves its chord by 20 px, in a frame that shows all of the photo. */
function bowed(change: (shape: NonNullable<Recipe["shape"]>) => void = () => undefined): Recipe {
  const recipe = emptyRecipe();
  recipe.camera.focalPx = 500;
  Object.assign(recipe.frame, { rule: "free", rect: [0, 0, 600, 400] });
  recipe.shape = {
    ...NO_SHAPE,
    taut: [
      {
        id: "t",
        points: Array.from({ length: 13 }, (_, i): [number, number] => [
          60 + 40 * i,
          200 + 20 * (1 - ((i - 6) / 6) ** 2),
        ]),
        lock: "horizontal",
        amount: 1,
        on: true,
      },
    ],
  };
  change(recipe.shape);
  return recipe;
}

test("solve tells each mark before and after", () => {
  const { stdout } = flatstone("solve", "--size", "600,400", "--recipe", saved("r.json", bowed()));
  const { shape, messages } = JSON.parse(stdout) as {
    shape: { share: number; marks: { name: string; before: { offPx: number }; residualPx: number }[] };
    messages: string[];
  };
  expect(shape.share).toBe(1);
  expect(shape.marks).toHaveLength(1);
  expect(shape.marks[0]).toMatchObject({ id: "t", kind: "taut", name: "T1" });
  expect(shape.marks[0]!.before.offPx).toBeGreaterThan(10);
  expect(shape.marks[0]!.residualPx).toBeLessThan(0.1);
  expect(messages.join()).not.toContain("fold");
  const off = flatstone(
    "solve",
    "--size",
    "600,400",
    "--recipe",
    saved(
      "off.json",
      bowed((s) => void (s.on = false)),
    ),
  );
  expect(JSON.parse(off.stdout)).not.toHaveProperty("shape");
});

test("places follow it, and what is rendered lies there: a bowed line comes out level", async () => {
  const recipe = saved("r.json", bowed());
  const points = bowed().shape!.taut[0]!.points;
  const landed = flatstoneOn(
    points.map((p) => JSON.stringify(p)).join("\n"),
    "places",
    "--size",
    "600,400",
    "--recipe",
    recipe,
  )
    .stdout.trim()
    .split("\n")
    .map((line) => JSON.parse(line) as [number, number]);
  const ys = landed.map((p) => p[1]);
  expect(Math.max(...ys) - Math.min(...ys)).toBeLessThan(0.2);
  const photo = path.join(folder, "photo.png");
  const line = points.map((p) => p.join(",")).join(" ");
  const drawn = `<svg xmlns="http://www.w3.org/2000/svg" width="600" height="400"><rect width="600" height="400" fill="#fff"/><polyline points="${line}" fill="none" stroke="#000" stroke-width="5"/></svg>`;
  await sharp(Buffer.from(drawn)).png().toFile(photo);
  const out = path.join(folder, "out.png");
  expect(flatstone("render", photo, "--recipe", recipe, "--out", out).status).toBe(0);
  const { data, info } = await sharp(out).greyscale().raw().toBuffer({ resolveWithObject: true });
  // The dark line's middle in each column, by its darkness; what lies beyond the photo is far above and below.
  const middles = Array.from({ length: 30 }, (_, i) => 90 + 14 * i).map((x) => {
    let [sum, at] = [0, 0];
    for (let y = 150; y < 270; y++) {
      const dark = 255 - data[(y * info.width + x) * info.channels]!;
      sum += dark;
      at += dark * (y + 0.5);
    }
    return at / sum;
  });
  expect(Math.max(...middles) - Math.min(...middles)).toBeLessThan(0.6);
  expect(Math.abs(middles[15]! - ys[6]!)).toBeLessThan(0.5);
});

test.each([
  [
    "a face names a joint that there is none of",
    { faces: [{ id: "f", joints: ["a", "b", "c", "d"] }] },
    /joint that there is none of/,
  ],
  [
    "two marks of one id",
    {
      taut: [
        {
          id: "t",
          points: [
            [0, 0],
            [9, 9],
          ],
        },
        {
          id: "t",
          points: [
            [0, 0],
            [9, 9],
          ],
        },
      ],
    },
    /same id/,
  ],
  [
    "an unknown word",
    {
      shields: [
        {
          id: "s",
          points: [
            [0, 0],
            [9, 9],
          ],
          keeps: "colour",
        },
      ],
    },
    /keeps/,
  ],
])("%s is refused with a sentence", (_, shape, words) => {
  const { status, stderr } = flatstone(
    "solve",
    "--size",
    "600,400",
    "--recipe",
    saved("bad.json", { ...emptyRecipe(), shape }),
  );
  expect(status).toBe(2);
  expect(stderr).toMatch(words);
});
