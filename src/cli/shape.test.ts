import { writeFileSync } from "node:fs";
import path from "node:path";
import sharp from "sharp";
import { type Recipe, emptyRecipe } from "@/core/recipe";
import { NO_BEND } from "@/core/shape/bend";
import { temporaryFolder } from "@/server/testing";
import { flatstone, flatstoneOn } from "./running.testing";

/** The command line and a recipe's shape: what is told, where places land, and that what is rendered lies there. */
const folder = temporaryFolder();
const saved = (name: string, recipe: unknown): string => {
  const file = path.join(folder, name);
  writeFileSync(file, JSON.stringify(recipe));
  return file;
};

function distanceTo(line: readonly (readonly [number, number])[], [x, y]: readonly [number, number]): number {
  return line.slice(1).reduce((least, [bx, by], i) => {
    const [ax, ay] = line[i]!;
    const [dx, dy] = [bx - ax, by - ay];
    const t = Math.max(0, Math.min(1, ((x - ax) * dx + (y - ay) * dy) / (dx * dx + dy * dy)));
    return Math.min(least, Math.hypot(x - ax - t * dx, y - ay - t * dy));
  }, Infinity);
}

/** A line that leaves its chord by 20 px, in a frame that shows all of the photo. */
function bowed(change: (shape: NonNullable<Recipe["shape"]>) => void = () => undefined): Recipe {
  const recipe = emptyRecipe();
  recipe.camera.focalPx = 500;
  Object.assign(recipe.frame, { rule: "free", rect: [0, 0, 600, 400] });
  recipe.shape = {
    ...NO_BEND,
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
  // Drawn by pixels: what other tests of this process have read pictures by reads no drawings.
  const grey = Buffer.alloc(600 * 400);
  for (let y = 0; y < 400; y++)
    for (let x = 0; x < 600; x++) {
      const off = distanceTo(points, [x + 0.5, y + 0.5]);
      grey[y * 600 + x] = 255 * Math.max(0, Math.min(1, off - 2));
    }
  await sharp(grey, { raw: { width: 600, height: 400, channels: 1 } })
    .png()
    .toFile(photo);
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
