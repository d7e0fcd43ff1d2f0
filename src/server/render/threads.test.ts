import { execFileSync } from "node:child_process";
import { copyFileSync } from "node:fs";
import path from "node:path";
import sharp from "sharp";
import { emptyRecipe } from "@/core/recipe";
import { type Raster, compile, settle } from "@/core/render";
import { deliveryOptions } from "@/core/contract";
import { gradient, pictureOf, temporaryFolder } from "../testing";
import type { BandRunner, Pixels, RunHooks } from "./bands";
import { inThreads } from "./in-threads";
import { inProcess } from "./in-process";
import { BAND_ROWS, type PictureJob } from "./picture-job";
import { renderPicture } from "./render-picture";

/** The threads of deliveries as they are shipped, bundled for these tests. */
const root = path.join(__dirname, "../../..");
const folder = temporaryFolder();
const place = (name: string): string => path.join(folder, name);
const kernel = path.join(root, ".local/test-kernel.wasm");
const SIZE = [420, 900] as const;

let threads: BandRunner;
beforeAll(async () => {
  const script = place("band-thread.mjs");
  const options = ["--bundle", "--format=esm", "--platform=node", "--external:sharp", "--log-level=error"];
  const entry = path.join(root, "src/worker/band-thread.ts");
  execFileSync(path.join(root, "node_modules/.bin/esbuild"), [entry, ...options, `--outfile=${script}`], { cwd: root });
  copyFileSync(kernel, place("kernel.wasm"));
  threads = await inThreads(script, 2);
  await pictureOf(gradient(...SIZE))
    .png()
    .toFile(place("in.png"));
});
afterAll(() => threads.close());

const picture = (): Raster<Pixels> => ({
  data: Uint8Array.from({ length: SIZE[0] * SIZE[1] * 3 }, (_, i) => ((i * 2654435761) >>> 11) & 255),
  width: SIZE[0],
  height: SIZE[1],
  channels: 3,
});

function recipeOf() {
  const recipe = emptyRecipe();
  Object.assign(recipe.attitude, { from: "by-hand", pitch: 5, roll: 1.5 });
  recipe.lens.k = [-0.04, 0, 0];
  return recipe;
}

function jobOf(): PictureJob {
  const recipe = settle(recipeOf(), SIZE);
  const { frame } = compile(recipe, SIZE);
  recipe.frame = { ...recipe.frame, rule: "free", rect: [frame[0], frame[1], frame[2], frame[3]] };
  return { recipe, size: SIZE, alpha: false, kernel: "lanczos3" };
}

const quiet: RunHooks = { onRows: () => undefined };

test("a JPEG joined of strips holds, pixel by pixel, what one encoded as a whole holds", async () => {
  const whole: BandRunner = {
    ...threads,
    make: (job, source, { takeBand, ...hooks }) => {
      expect(takeBand).toBeDefined();
      return threads.make(job, source, hooks);
    },
  };
  for (const quality of [70, 95]) {
    const options = deliveryOptions.parse({ format: "jpeg", quality });
    const order = { source: place("in.png"), recipe: recipeOf(), focal: {}, options };
    await renderPicture({ ...order, target: place("strips.jpg") }, threads);
    await renderPicture({ ...order, target: place("whole.jpg") }, whole);
    const [a, b] = await Promise.all(
      ["strips.jpg", "whole.jpg"].map((name) => sharp(place(name)).raw().toBuffer({ resolveWithObject: true })),
    );
    expect(a!.info).toMatchObject({ width: b!.info.width, height: b!.info.height });
    expect(b!.info.height).toBeGreaterThan(5 * BAND_ROWS);
    expect(a!.data.equals(b!.data)).toBe(true);
  }
});

test("cancelled while the threads work, it ends with the reason, and the next picture is whole", async () => {
  const expected = (await inProcess(kernel).make(jobOf(), picture(), quiet))!;
  for (const when of ["at once", "ready", "first rows"]) {
    const stop = new AbortController();
    const cancel = (): void => stop.abort(new Error(`cancelled ${when}`));
    if (when === "at once") cancel();
    const making = threads.make(jobOf(), picture(), {
      signal: stop.signal,
      onReady: () => (when === "ready" ? cancel() : undefined),
      onRows: cancel,
      // Held up, so that there is something left to cancel.
      takeBand: () => new Promise((resolve) => setTimeout(resolve, 120)),
    });
    await expect(making).rejects.toThrow(`cancelled ${when}`);
    const next = (await threads.make(jobOf(), picture(), quiet))!;
    expect(Buffer.from(next.slice()).equals(Buffer.from(expected))).toBe(true);
    threads.done(next);
  }
});

test("a lane that fails, or whose bands cannot be taken, fails the picture with its own words and harms no other", async () => {
  let taken = 0;
  const full = threads.make(jobOf(), picture(), {
    ...quiet,
    takeBand: async () => {
      if (++taken === 3) throw new Error("The disk is full.");
    },
  });
  await expect(full).rejects.toThrow("The disk is full.");
  const rows: number[] = [];
  const wrong = { ...jobOf(), kernel: "no such kernel" as never };
  await expect(threads.make(wrong, picture(), { onRows: (n) => void rows.push(n) })).rejects.toThrow();
  expect(rows).toEqual([]);
  const next = await threads.make(jobOf(), picture(), quiet);
  const { output } = compile(jobOf().recipe, SIZE);
  expect(next!.length).toBe(output[0] * output[1] * 3);
});
