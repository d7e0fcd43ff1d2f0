import { execFileSync } from "node:child_process";
import { copyFileSync } from "node:fs";
import path from "node:path";
import { NO_FINISH, outputStep } from "@/core/finish";
import { emptyRecipe } from "@/core/recipe";
import { type Raster, compile, settle } from "@/core/render";
import { MADE_UP_STEPS, madeUpLayer } from "@/core/render/map/made-up-steps.testing";
import { temporaryFolder } from "../testing";
import { type BandRunner, type Pixels, inThisThread, inThisThreadBy } from "./bands";
import { inThreads } from "./in-threads";
import { inProcess } from "./in-process";
import { BAND_ROWS, type PictureJob } from "./picture-job";

/** Raster steps and layers come out the same from the reference, the kernel here, and the kernel in threads. */
const root = path.join(__dirname, "../../..");
const folder = temporaryFolder();
const kernel = path.join(root, ".local/test-kernel.wasm");
const SIZE = [230, 190] as const;

const picture = (): Raster<Pixels> => ({
  data: Uint8Array.from({ length: SIZE[0] * SIZE[1] * 3 }, (_, i) => 60 + ((i * 2654435761) >>> 25)),
  width: SIZE[0],
  height: SIZE[1],
  channels: 3,
});

function jobOf(alpha: boolean): PictureJob {
  const recipe = emptyRecipe();
  Object.assign(recipe.attitude, { from: "by-hand", pitch: 6, yaw: -3, roll: 1 });
  recipe.lens.k = [-0.04, 0, 0];
  if (alpha) recipe.frame = { ...recipe.frame, rule: "free", rect: [-20, -10, 260, 210] };
  const settled = settle(recipe, SIZE);
  const { frame } = compile(settled, SIZE);
  settled.frame = { ...settled.frame, rule: "free", rect: [frame[0], frame[1], frame[2], frame[3]] };
  const layers = [madeUpLayer([30, 40, 70, 60], true), madeUpLayer([-15, -5, 40, 50], true)];
  return { recipe: settled, size: SIZE, alpha, kernel: "lanczos3", layers };
}

async function made(runner: BandRunner, job: PictureJob, inBands = false): Promise<Pixels> {
  const bands: Pixels[] = [];
  const whole = await runner.make(job, picture(), {
    onRows: () => undefined,
    ...(inBands ? { takeBand: async (band, index) => void (bands[index] = band.data.slice()) } : {}),
  });
  if (whole) return whole.slice();
  const joined = new Uint8Array(bands.reduce((sum, b) => sum + b.length, 0));
  bands.reduce((at, band) => (joined.set(band, at), at + band.length), 0);
  return joined;
}

const worst = (a: Pixels, b: Pixels): number => {
  expect(a.length).toBe(b.length);
  let most = 0;
  for (let i = 0; i < a.length; i++) most = Math.max(most, Math.abs(a[i]! - b[i]!));
  return most;
};

test("a step that makes no more rows than are kept makes all of those, band by band", async () => {
  const plain = { ...jobOf(false), layers: [] };
  const recipe = {
    ...plain.recipe,
    finish: { ...NO_FINISH, output: { amount: 1.5, radius: 2.5, threshold: 0 } },
  };
  const bare = await made(inThisThread, plain);
  const { frame, output } = compile(plain.recipe, SIZE);
  const scale = output[0] / frame[2];
  const wanted = bare.slice();
  const raster = { data: bare as Uint8Array, width: output[0], height: output[1], channels: 3 as const };
  outputStep(recipe, scale)!.run(raster, wanted, { x: frame[0], y: frame[1], scale });
  expect(worst(wanted, bare)).toBeGreaterThan(30);
  expect(worst(wanted, await made(inThisThread, { ...plain, recipe }))).toBeLessThanOrEqual(1);
});

describe.each([false, true])("alpha %s", (alpha) => {
  const job = jobOf(alpha);

  test("the kernel in this process makes what the reference makes, whole and in bands", async () => {
    const reference = await made(inThisThreadBy(MADE_UP_STEPS), job);
    // More than one band, and not the picture without its steps.
    expect(compile(job.recipe, SIZE).output[1]).toBeGreaterThan(2 * BAND_ROWS);
    expect(worst(reference, await made(inThisThread, { ...job, layers: [] }))).toBeGreaterThan(50);
    const here = inProcess(kernel, MADE_UP_STEPS);
    // One level of the kernel's rounding, drawn out by the steps.
    expect(worst(await made(here, job), reference)).toBeLessThanOrEqual(3);
    expect(worst(await made(here, job, true), reference)).toBeLessThanOrEqual(3);
  });

  test("threads make the very same, whole and in bands", async () => {
    const script = path.join(folder, `band-thread-${alpha}/band-thread.mjs`);
    const esbuild = path.join(root, "node_modules/.bin/esbuild");
    const entry = path.join(__dirname, "made-up-thread.testing.ts");
    const options = ["--bundle", "--format=esm", "--platform=node", "--external:sharp", "--log-level=error"];
    execFileSync(esbuild, [entry, ...options, `--outfile=${script}`], { cwd: root });
    copyFileSync(kernel, path.join(path.dirname(script), "kernel.wasm"));
    const here = await made(inProcess(kernel, MADE_UP_STEPS), job);
    const threads = await inThreads(script, 2, MADE_UP_STEPS);
    try {
      for (const inBands of [false, true]) expect(worst(await made(threads, job, inBands), here)).toBe(0);
    } finally {
      await threads.close();
    }
  });
});

test("without steps and layers nothing is widened: the picture is the same to the last bit", async () => {
  const plain = { ...jobOf(false), layers: [] };
  expect(worst(await made(inThisThreadBy(MADE_UP_STEPS), plain), await made(inThisThread, plain))).toBeGreaterThan(0);
  const { layers: _, ...none } = plain;
  void _;
  expect(worst(await made(inProcess(kernel), plain), await made(inProcess(kernel), none))).toBe(0);
});
