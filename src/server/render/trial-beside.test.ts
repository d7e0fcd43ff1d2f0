import path from "node:path";
import { buildSync } from "esbuild";
import { type Field, planFill } from "@/core/edges";
import { temporaryFolder } from "../testing";
import { trialsBeside } from "./trial-beside";

const root = path.join(__dirname, "../../..");
const folder = temporaryFolder();
const script = path.join(folder, "trial-thread.mjs");

beforeAll(() => {
  buildSync({
    entryPoints: [path.join(root, "src/worker/trial-thread.ts")],
    outfile: script,
    ...{ bundle: true, format: "esm", platform: "node", target: "node20", tsconfig: path.join(root, "tsconfig.json") },
  });
});

/** Bricks with a gap at the left. */
function field(seed: number): Field {
  const [width, height] = [420, 280];
  const known = Uint8Array.from({ length: width * height }, (_, i) => (i % width < 60 ? 0 : 1));
  const data = Float32Array.from({ length: 3 * width * height }, (_, k) => {
    const [x, y] = [Math.floor(k / 3) % width, Math.floor(k / 3 / width)];
    return 0.4 + 0.2 * Math.sin(0.5 * x + seed) * Math.cos(0.3 * y) + 0.05 * (k % 3);
  });
  return {
    ...{ width, height, data, known, source: known, wanted: known.map((v) => 1 - v) },
    ...{ focal: [150, 150] as const, centre: [80, 55] as const },
  };
}

test("a fill whose trial is planned beside it is the same fill, also when several are planned at once", async () => {
  const beside = trialsBeside(script)!;
  const asked: number[] = [];
  const plans = await Promise.all(
    [1, 2].map((seed) =>
      planFill(field(seed), [[0, 0, 1]], 1, {
        beside: (trial) => {
          asked.push(seed);
          return beside(trial);
        },
      }),
    ),
  );
  expect(asked).toEqual([1, 2]);
  for (const [i, plan] of plans.entries()) expect(plan).toEqual(await planFill(field(i + 1), [[0, 0, 1]]));
  expect(plans[0]!.doubt).not.toBeNull();
});

test("one that is given up rejects with its reason, and the next is planned", async () => {
  const beside = trialsBeside(script)!;
  const stop = new AbortController();
  const given = planFill(field(1), [[0, 0, 1]], 1, { beside: (trial) => beside(trial, stop.signal) });
  stop.abort(new Error("not wanted"));
  await expect(given).rejects.toThrow("not wanted");
  await expect(planFill(field(2), [[0, 0, 1]], 1, { beside: (trial) => beside(trial) })).resolves.toMatchObject({
    width: 420,
  });
});

test("where there is no such thread there is none", () => {
  expect(trialsBeside(path.join(folder, "nothing.mjs"))).toBeNull();
});
