import fc from "fast-check";
import { type Stroke, StrokeArea, carried, runsOf, withSteps } from "../../edges";
import { parseRecipe } from "../../recipe";
import { type Raster, compile, settle } from "..";
import { strokesNeed } from "./depends-on";
import type { EdgeJob, StrokeWork } from "./edge-job";
import { edgeLayers } from "./edge-layers";
import { planStroke } from "./stroke-plan";

const SIZE = [400, 300] as const;

/** A wall of tiles, 20 px each, with a light that falls off to the right. */
const tile = (x: number, y: number): number => (x % 20 < 2 || y % 20 < 2 ? 60 : 130) + 0.1 * x;

function photo(spot: (x: number, y: number) => boolean = () => false): Raster<Uint8Array> {
  const data = Uint8Array.from({ length: SIZE[0] * SIZE[1] * 3 }, (_, i) => {
    const [x, y] = [Math.floor(i / 3) % SIZE[0], Math.floor(i / 3 / SIZE[0])];
    return spot(x, y) ? 250 : tile(x, y) + 8 * (i % 3);
  });
  return { data, width: SIZE[0], height: SIZE[1], channels: 3 };
}

function jobWith(
  strokes: readonly Stroke[],
  more: Record<string, unknown> = {},
  edges: Record<string, unknown> = {},
): EdgeJob {
  const recipe = settle(
    parseRecipe(
      JSON.stringify({
        format: "flat-stone-recipe",
        version: 1,
        camera: { focalPx: 400, focalFrom: "stated", principal: [200, 150] },
        frame: { on: true, rule: "free", rect: [0, 0, 400, 300] },
        edges: { ...edges, strokes },
        ...more,
      }),
    ),
    SIZE,
  );
  return { recipe, map: compile(recipe, SIZE), fill: null, strokes: [], kernel: "lanczos3" };
}

async function planned(source: Raster, job: EdgeJob): Promise<EdgeJob> {
  const strokes: StrokeWork[] = [];
  for (const { stroke, under } of strokesNeed(job.recipe, job.map))
    strokes.push((await planStroke(source, { ...job, strokes: under.map((k) => strokes[k]!) }, stroke))!);
  return { ...job, strokes };
}

/** The delivered picture: the photo as it is with what is made laid over it. */
function shown(source: Raster<Uint8Array>, job: EdgeJob): { pixels: Uint8Array; made: Uint8Array } {
  const pixels = Uint8Array.from(source.data);
  const made = new Uint8Array(SIZE[0] * SIZE[1]);
  for (const { rect, raster } of edgeLayers(source, job, (n) => new Uint8Array(n)))
    for (let i = 0; i < raster.width * raster.height; i++) {
      if (!raster.data[4 * i + 3]) continue;
      const to =
        (Math.round(rect[1]) + Math.floor(i / raster.width)) * SIZE[0] + Math.round(rect[0]) + (i % raster.width);
      made[to] = 1;
      for (let c = 0; c < 3; c++) pixels[3 * to + c] = raster.data[4 * i + c]!;
    }
  return { pixels, made };
}

const mend = (more: Partial<Stroke> = {}): Stroke => ({
  id: "m",
  kind: "mend",
  points: [[210, 150]],
  radius: 18,
  hardness: 1,
  on: true,
  ...more,
});

test("nothing of a long stroke is copied from beneath the stroke, where the thing still is", async () => {
  // Long enough for several runs; each is planned on what those before it have made.
  const source = photo((_, y) => y > 144 && y < 156);
  const stroke = mend({ points: [[5, 150], [130, 150], [260, 150], [395, 150]], radius: 12 }); // prettier-ignore
  const area = new StrokeArea(stroke);
  expect(area.runs.length).toBeGreaterThan(1);
  const job = await planned(source, jobWith([stroke]));
  const [place, recorded] = [new Float64Array(6), new Float64Array(3)];
  let copied = 0;
  for (const { plan, view, at } of job.strokes[0]!.parts) {
    const scale = plan.width / at[2];
    plan.labels.forEach((label, i) => {
      if (label < 0) return;
      const [x, y] = [(i % plan.width) + 0.5, Math.floor(i / plan.width) + 0.5];
      expect(carried(view, plan.shifts[label]!, x, y, place)).toBe(true);
      job.map.toRecorded(at[0] + place[0]! / scale, at[1] + place[1]! / scale, recorded);
      expect(area.share(recorded[0]!, recorded[1]!)).toBe(0);
      copied++;
    });
  }
  expect(copied).toBeGreaterThan(1000);
  // And nothing white is left of the thing.
  const { pixels, made } = shown(source, job);
  for (let i = 0; i < made.length; i++) if (made[i]) expect(pixels[3 * i]!).toBeLessThan(215);
});

test("a mended spot shows the tiles that go on under it; nothing beside the brush is touched", async () => {
  const source = photo((x, y) => Math.hypot(x - 210, y - 150) < 14);
  const { pixels, made } = shown(source, await planned(source, jobWith([mend()])));
  const truth = photo();
  let [worst, sum, n, beside, open] = [0, 0, 0, 0, 0];
  for (let y = 0; y < SIZE[1]; y++)
    for (let x = 0; x < SIZE[0]; x++) {
      const i = y * SIZE[0] + x;
      const far = Math.hypot(x + 0.5 - 210, y + 0.5 - 150);
      if (far > 18.01) beside += made[i]!;
      if (far > 17) continue;
      open += 1 - made[i]!;
      const off = Math.abs(pixels[3 * i]! - truth.data[3 * i]!);
      worst = Math.max(worst, off);
      sum += off;
      n++;
    }
  expect([beside, open]).toEqual([0, 0]);
  expect(sum / n).toBeLessThan(2);
  expect(worst).toBeLessThan(40);
});

test("a graft copies its place exactly, with the light as it is; matched, with the light of where it goes", async () => {
  const graft = (more: Partial<Stroke>): Stroke => mend({ kind: "graft", from: [110, 150], ...more });
  const source = photo();
  const asIs = shown(source, await planned(source, jobWith([graft({ light: "as-is" })])));
  const matched = shown(source, await planned(source, jobWith([graft({})])));
  let [worst, sum, n] = [0, 0, 0];
  for (let y = 140; y < 160; y++)
    for (let x = 200; x < 220; x++, n++) {
      const i = y * SIZE[0] + x;
      worst = Math.max(worst, Math.abs(asIs.pixels[3 * i]! - source.data[3 * (i - 100)]!));
      sum += matched.pixels[3 * i]! - source.data[3 * i]!;
    }
  expect(worst).toBeLessThanOrEqual(1);
  // The source is 10 levels darker; the seam takes that out.
  expect(Math.abs(sum / n)).toBeLessThan(2);
});

test("a graft locked to the level keeps to its row, however its source was set", async () => {
  const source = photo();
  const job = jobWith([mend({ kind: "graft", from: [110, 157], lock: "horizontal", light: "as-is" })]);
  const { pixels } = shown(source, await planned(source, job));
  const i = 150 * SIZE[0] + 210;
  for (let c = 0; c < 3; c++) expect(pixels[3 * i + c]).toBe(source.data[3 * (i - 100) + c]);
});

test("a graft of what was grafted shows what was grafted, not what lay beneath", async () => {
  const source = photo((x, y) => x < 60 && y < 60);
  const first = mend({ id: "a", kind: "graft", points: [[200, 100]], from: [30, 30], light: "as-is" });
  const second = mend({ id: "b", kind: "graft", points: [[300, 200]], from: [200, 100], light: "as-is", radius: 10 });
  const { pixels } = shown(source, await planned(source, jobWith([first, second])));
  expect(pixels[3 * (200 * SIZE[0] + 300)]).toBe(250);
});

test("strokes lie where they do on the building: under another attitude the same place of the original is covered", async () => {
  const source = photo((x, y) => Math.hypot(x - 210, y - 150) < 14);
  const attitude = { from: "by-hand", pitch: 6, yaw: -8, roll: 3 };
  const job = jobWith([mend()], { attitude, frame: { on: true, rule: "free", rect: [-20, -20, 440, 340] } });
  const work = await planned(source, job);
  const out = new Float64Array(3);
  let [n, furthest] = [0, 0];
  for (const { rect, raster } of edgeLayers(source, work, (count) => new Uint8Array(count)))
    for (let i = 0; i < raster.width * raster.height; i++) {
      if (!raster.data[4 * i + 3]) continue;
      job.map.toRecorded(rect[0] + (i % raster.width) + 0.5, rect[1] + Math.floor(i / raster.width) + 0.5, out);
      furthest = Math.max(furthest, Math.hypot(out[0]! - 210, out[1]! - 150));
      n++;
    }
  expect(furthest).toBeLessThan(18.01);
  expect(n).toBeGreaterThan(500);
});

test("a brush without all its strength mixes; switched off, or the course off, nothing is made", async () => {
  const source = photo((x, y) => x < 60 && y < 60);
  const graft = mend({ kind: "graft", from: [30, 30], light: "as-is", strength: 0.5 });
  const { pixels } = shown(source, await planned(source, jobWith([graft])));
  const i = 3 * (150 * SIZE[0] + 210);
  expect(pixels[i]).toBeGreaterThan(source.data[i]! + 40);
  expect(pixels[i]).toBeLessThan(240);
  const off = jobWith([{ ...graft, on: false }]);
  expect(strokesNeed(off.recipe, off.map)).toEqual([]);
  const courseOff = jobWith([graft], {}, { on: false });
  expect(strokesNeed(courseOff.recipe, courseOff.map)).toEqual([]);
});

test("what a stroke depends on: those beneath that it meets, and nothing that lies apart or above", () => {
  const a = mend({ id: "a" });
  const b = mend({ id: "b", points: [[220, 160]] });
  const far = mend({ id: "c", points: [[40, 40]], radius: 6 });
  const depends = (strokes: Stroke[], id: string, more = {}): string => {
    const job = jobWith(strokes, more);
    return strokesNeed(job.recipe, job.map).find(({ stroke }) => stroke.id === id)!.depends;
  };
  expect(depends([a, far], "c")).toBe(depends([far], "c"));
  expect(depends([a, b], "a")).toBe(depends([a], "a"));
  expect(depends([a, b], "b")).not.toBe(depends([b], "b"));
  expect(depends([a], "a", { frame: { on: true, rule: "free", rect: [10, 10, 300, 200] } })).toBe(depends([a], "a"));
  expect(depends([a], "a", { attitude: { from: "by-hand", pitch: 1, yaw: 0, roll: 0 } })).not.toBe(depends([a], "a"));
});

test("runs of any way cover it, neighbours meeting in a point, and none is long", () => {
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.integer({ min: 0, max: 4000 }), fc.integer({ min: 0, max: 4000 })), {
        minLength: 1,
        maxLength: 30,
      }),
      fc.integer({ min: 2, max: 200 }),
      (points, radius) => {
        const stepped = withSteps({ points, radius });
        const runs = runsOf(stepped);
        expect(runs[0]![0]).toBe(0);
        expect(runs.at(-1)![1]).toBe(stepped.points.length - 1);
        runs.forEach(([first, last], i) => {
          if (i > 0) expect(first).toBe(runs[i - 1]![1]);
          const way = stepped.points.slice(first, last + 1);
          for (const axis of [0, 1] as const) {
            const along = way.map((p) => p[axis]);
            expect(Math.max(...along) - Math.min(...along)).toBeLessThanOrEqual(Math.max(320, 16 * radius) + 1);
          }
        });
        const area = new StrokeArea(mend({ points, radius }));
        for (const [x, y] of points) expect(area.share(x, y)).toBe(1);
      },
    ),
  );
});
