import { execFileSync } from "node:child_process";
import { readFileSync } from "node:fs";
import path from "node:path";
import { type Browser, type Page, chromium } from "playwright-core";
import { type Recipe, emptyRecipe } from "@/core/recipe";
import { compile, resampleBand, settle, worked } from "@/core/render";
import { MADE_UP_STEPS, madeUpLayer } from "@/core/render/map/made-up-steps.testing";
import type { Drawing } from "./drawn.testing";

/** The graphics card's picture against the reference's, pixel by pixel, in a browser. */
const root = path.join(__dirname, "../../..");
const bundle = path.join(root, ".local/drawn.testing.js");
const SIZE = [240, 180] as const;
let browser: Browser;
let page: Page;

beforeAll(async () => {
  const options = ["--bundle", "--format=iife", "--tsconfig=tsconfig.json", "--log-level=error"];
  const entry = path.join(__dirname, "drawn.testing.ts");
  execFileSync(path.join(root, "node_modules/.bin/esbuild"), [entry, ...options, `--outfile=${bundle}`], { cwd: root });
  browser = await chromium.launch({
    executablePath: "/usr/bin/chromium",
    args: [
      "--no-sandbox",
      "--disable-quic",
      "--no-first-run",
      "--use-angle=swiftshader",
      "--enable-unsafe-swiftshader",
    ],
  });
  page = await browser.newPage({ viewport: { width: 800, height: 600 } });
  await page.addScriptTag({ content: readFileSync(bundle, "utf8") });
});
afterAll(() => browser?.close());

/** Smooth colours with hard edges between them, some of which are fringed with purple. */
const photo = Array.from({ length: SIZE[0] * SIZE[1] }, (_, i) => {
  const [x, y] = [i % SIZE[0], Math.floor(i / SIZE[0])];
  const bright = (Math.floor(x / 40) + Math.floor(y / 36)) % 2 === 0;
  const purple = x % 40 < 2 ? 40 : 0;
  return [(bright ? 190 : 40) + purple, (bright ? 170 : 60) + (x % 7), (bright ? 150 : 80) + purple, 255];
}).flat();

function recipeOf(lens: Partial<Recipe["lens"]>): Recipe {
  const recipe = emptyRecipe();
  recipe.camera.focalPx = 230;
  Object.assign(recipe.attitude, { from: "by-hand", pitch: 4, yaw: -2, roll: 1 });
  recipe.lens = { ...recipe.lens, from: "by-hand", k: [-0.03, 0, 0], ...lens };
  return recipe;
}

/** The reference's picture over nothing, as the canvas holds it: colours multiplied by alpha. */
function expected({ recipe, layer, steps }: Omit<Drawing, "size" | "pixels">): { data: Uint8Array; width: number } {
  const map = compile(settle(recipe, SIZE), SIZE, null, steps ? MADE_UP_STEPS : undefined);
  const [width, height] = map.output;
  const data = new Uint8Array(width * height * 4);
  const source = { data: Uint8Array.from(photo), width: SIZE[0], height: SIZE[1], channels: 4 } as const;
  resampleBand(source, { map, kernel: "cubic", alpha: true, y: 0, rows: height }, data);
  const place = { x: map.frame[0], y: map.frame[1], scale: 1 };
  const layers = layer ? [madeUpLayer(layer)] : [];
  const made = worked({ data, width, height, channels: 4 }, map.raster, layers, place).data;
  return { data: Uint8Array.from(made, (v, i) => (i % 4 === 3 ? v : (v * made[i - (i % 4) + 3]!) / 255)), width };
}

async function compare(drawing: Omit<Drawing, "size" | "pixels">): Promise<{ mean: number; off: number }> {
  const order: Drawing = { ...drawing, size: SIZE, pixels: Buffer.from(photo).toString("base64") };
  const coded = await page.evaluate((o) => (window as unknown as { drawn(o: unknown): string }).drawn(o), order);
  const got = Buffer.from(coded, "base64");
  const { data } = expected(drawing);
  expect(got).toHaveLength(data.length);
  let sum = 0;
  let off = 0;
  for (let i = 0; i < data.length; i++) {
    const d = Math.abs(data[i]! - got[i]!);
    sum += d;
    if (d > 6) off++;
  }
  return { mean: sum / data.length, off: off / data.length };
}

const plain = { layer: null, steps: false } as const;

test.each([
  ["the map alone", {}],
  ["fringes", { fringes: { red: [0.012, 0.004], blue: [-0.01, 0] } }],
  ["dark corners", { vignetting: { v: [-0.3, -0.1, 0], amount: 0.9 } }],
  ["calmed edges", { calm: { purple: 0.8, green: 0 } }],
  [
    "all of it",
    {
      fringes: { red: [0.008, 0], blue: [-0.006, 0.002] },
      vignetting: { v: [-0.2, 0, 0], amount: 1 },
      calm: { purple: 1, green: 0.5 },
    },
  ],
] as [string, Partial<Recipe["lens"]>][])("%s: the shader draws what the reference makes", async (_, lens) => {
  const recipe = recipeOf(lens);
  const { mean, off } = await compare({ recipe, ...plain });
  expect(mean).toBeLessThan(0.6);
  expect(off).toBeLessThan(0.004);
  // It would be seen if the shader left the optics out.
  if (Object.keys(lens).length > 0) {
    const without = expected({ recipe: recipeOf({}), ...plain });
    const withThem = expected({ recipe, ...plain });
    expect(without.data.filter((v, i) => Math.abs(v - withThem.data[i]!) > 6).length).toBeGreaterThan(1000);
  }
});

test.each([
  ["a layer", { layer: [30, 20, 90, 70], steps: false }],
  ["steps", { layer: null, steps: true }],
  ["a layer and steps over it", { layer: [30, 20, 90, 70], steps: true }],
] as [string, Pick<Drawing, "layer" | "steps">][])("%s: the passes draw what the reference makes", async (_, more) => {
  const { mean, off } = await compare({ recipe: recipeOf({}), ...more });
  expect(mean).toBeLessThan(1);
  expect(off).toBeLessThan(0.012);
  const none = expected({ recipe: recipeOf({}), ...plain });
  const made = expected({ recipe: recipeOf({}), ...more });
  expect(none.data.filter((v, i) => Math.abs(v - made.data[i]!) > 6).length).toBeGreaterThan(2000);
});

test("where the photo does not reach a layer fills the gap", async () => {
  const recipe = recipeOf({});
  recipe.frame = { ...recipe.frame, rule: "free", rect: [-40, -30, 200, 150] };
  const { mean, off } = await compare({ recipe, layer: [-40, -30, 80, 150], steps: false });
  expect(mean).toBeLessThan(0.8);
  expect(off).toBeLessThan(0.01);
});
