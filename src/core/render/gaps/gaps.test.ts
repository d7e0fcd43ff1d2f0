import { parseRecipe } from "../../recipe";
import { type Raster, compile, resampleBand, settle } from "..";
import { type EdgesSettings, SIDES, choiceFor, planFill } from "../../edges";
import { edgeLayers, PIECE } from "./edge-layers";
import { fieldFor } from "./fill-field";
import { gapsOf, sidesTouched } from "./gaps";
import { SIZE, madeUp, photo, room } from "./gaps.testing";
import { normalsFor } from "./normals";

test("gaps are found by the photo's sides; together they are what the photo does not cover", () => {
  const { recipe, map } = madeUp({ gaps: "fill", each: [{ side: "bottom", do: "plain", plain: "#102030" }] });
  const gaps = gapsOf(recipe, map);
  expect(gaps.map((g) => g.side)).toEqual(sidesTouched(map));
  expect(gaps.find((g) => g.side === "bottom")).toMatchObject({ do: "plain", plain: "#102030" });
  expect(gaps.find((g) => g.side === "left")).toMatchObject({ do: "fill" });
  const out = new Float64Array(3);
  let [open, n] = [0, 0];
  for (let y = 0; y < 300; y += 0.5)
    for (let x = 0; x < 400; x += 0.5, n++) {
      map.toRecorded(x - 60, y - 90, out);
      if (out[0]! < 0 || out[1]! < 0 || out[0]! > 300 || out[1]! > 200) open++;
    }
  expect(gaps.reduce((sum, g) => sum + g.share, 0)).toBeCloseTo(open / n, 2);
});

test("a trimmed side steps in until its gap is gone, and the others stay where they are", () => {
  const { map: before } = madeUp({});
  const { map } = madeUp({ each: [{ side: "left", do: "trim" }] });
  expect(map.rect[0]).toBeGreaterThan(before.rect[0]);
  expect(map.rect[1]).toBe(before.rect[1]);
  expect(map.rect[0] + map.rect[2]).toBe(before.rect[0] + before.rect[2]);
  const out = new Float64Array(3);
  for (let y = map.rect[1]; y < map.rect[1] + map.rect[3]; y++) {
    map.toRecorded(map.rect[0], y, out);
    expect(out[0]! >= -0.6 || out[1]! < 0 || out[1]! > SIZE[1]).toBe(true);
  }
  // Trimmed on every side nothing is empty any more.
  expect(madeUp({ gaps: "trim" }).map.gaps).toBe(false);
});

test("switched off, the course does nothing", () => {
  for (const side of SIDES) expect(choiceFor({ on: false, gaps: "fill" }, side).do).toBe("leave");
  expect(madeUp({ on: false, gaps: "trim" }).map.rect).toEqual(madeUp({}).map.rect);
});

test("a plain gap has its colour, up to the photo's border and no further", () => {
  const { recipe, map } = madeUp({ gaps: "plain", plain: "#336699" });
  const job = { recipe, map, fill: null, strokes: [], kernel: "lanczos3" } as const;
  const out = new Float64Array(3);
  let [made, kept, wrong] = [0, 0, 0];
  for (const { rect, raster } of edgeLayers(photo(), job, room))
    for (let i = 0; i < raster.width * raster.height; i++) {
      map.toRecorded(rect[0] + (i % raster.width) + 0.5, rect[1] + Math.floor(i / raster.width) + 0.5, out);
      const inside = Math.min(out[0]!, out[1]!, SIZE[0] - out[0]!, SIZE[1] - out[1]!);
      const [r, g, b, alpha] = raster.data.subarray(4 * i, 4 * i + 4);
      if (inside < -1) {
        if (r !== 0x33 || g !== 0x66 || b !== 0x99 || alpha !== 255) wrong++;
        made++;
      } else if (inside > 1.5) {
        if (alpha !== 0) wrong++;
        kept++;
      }
    }
  expect(wrong).toBe(0);
  expect(made).toBeGreaterThan(3000);
  expect(kept).toBeGreaterThan(3000);
});

/** A picture with its gaps made: resampled, then laid over. */
async function filled(edges: Partial<EdgesSettings>, frame: Record<string, unknown> = {}) {
  const { recipe, map } = madeUp({ gaps: "fill", ...edges }, frame);
  const source = photo();
  const field = fieldFor(source, recipe, map);
  const plan = await planFill(field, normalsFor(recipe, SIZE), recipe.edges.seed);
  const fill = { plan, view: { focal: field.focal, centre: field.centre }, at: map.frame };
  return { recipe, map, source, job: { recipe, map, fill, strokes: [], kernel: "lanczos3" } as const };
}

test("pieces are the same however the picture is cut, and every pixel of a gap is made", async () => {
  const { map, job, source } = await filled({});
  const [width, height] = map.output;
  const whole = new Uint8Array(4 * width * height);
  const parts = new Uint8Array(4 * width * height);
  const lay = (into: Uint8Array, layers: Iterable<{ rect: readonly number[]; raster: Raster }>): void => {
    for (const { rect, raster } of layers)
      for (let j = 0; j < raster.height; j++) {
        const at = (Math.round(rect[1]! - map.frame[1]) + j) * width + Math.round(rect[0]! - map.frame[0]);
        into.set(raster.data.subarray(4 * j * raster.width, 4 * (j + 1) * raster.width), 4 * at);
      }
  };
  lay(whole, edgeLayers(source, job, room));
  for (const y of [0, PIECE, 2 * PIECE])
    for (const x of [0, PIECE, 2 * PIECE, 3 * PIECE]) {
      const part = [x, y, Math.min(PIECE, width - x), Math.min(PIECE, height - y)] as const;
      lay(parts, edgeLayers(source, job, room, part));
    }
  expect(Buffer.compare(parts, whole)).toBe(0);
  const base = new Uint8Array(4 * width * height);
  resampleBand(source, { map, kernel: "lanczos3", y: 0, rows: height, alpha: true }, base);
  let open = 0;
  for (let i = 0; i < width * height; i++) if (base[4 * i + 3]! < 250 && whole[4 * i + 3] !== 255) open++;
  expect(open).toBe(0);
});

test("a gap thinner than a pixel of the plan is made, too: as the photo is beside it, nowhere black", async () => {
  const size = [1600, 240] as const;
  const recipe = settle(
    parseRecipe(
      JSON.stringify({
        format: "flat-stone-recipe",
        version: 1,
        camera: { focalPx: 1400, focalFrom: "stated", principal: [800, 120] },
        frame: { on: true, rule: "free", rect: [0, -1, 1600, 241] },
        edges: { gaps: "fill" },
      }),
    ),
    size,
  );
  const map = compile(recipe, size);
  const source: Raster<Uint8Array> = {
    data: Uint8Array.from({ length: 3 * size[0] * size[1] }, (_, i) => 120 + 40 * (i % 3)),
    ...{ width: size[0], height: size[1], channels: 3 },
  };
  const field = fieldFor(source, recipe, map);
  const plan = await planFill(field, normalsFor(recipe, size));
  const fill = { plan, view: { focal: field.focal, centre: field.centre }, at: map.frame };
  const made = new Uint8Array(size[0]);
  for (const { rect, raster } of edgeLayers(source, { recipe, map, fill, strokes: [], kernel: "cubic" }, room)) {
    if (rect[1] !== -1) continue;
    for (let i = 0; i < raster.width; i++) {
      const [r, g, b, alpha] = raster.data.subarray(4 * i, 4 * i + 4);
      const isAlike = Math.max(Math.abs(r! - 120), Math.abs(g! - 160), Math.abs(b! - 200)) <= 2;
      if (alpha === 255 && isAlike) made[rect[0]! + i] = 1;
    }
  }
  expect(made.reduce((n, is) => n + is, 0)).toBe(size[0]);
});

test("reaching in makes the photo's own border anew, and nothing further in", async () => {
  const { map, job, source } = await filled({ reach: 12 });
  const out = new Float64Array(3);
  let [border, inner] = [0, 0];
  for (const { rect, raster } of edgeLayers(source, job, room))
    for (let i = 0; i < raster.width * raster.height; i++) {
      if (raster.data[4 * i + 3] === 0) continue;
      map.toRecorded(rect[0] + (i % raster.width) + 0.5, rect[1] + Math.floor(i / raster.width) + 0.5, out);
      const inside = Math.min(out[0]!, out[1]!, SIZE[0] - out[0]!, SIZE[1] - out[1]!);
      if (inside > 2 && inside < 11) border++;
      if (inside > 12.5) inner++;
    }
  expect(border).toBeGreaterThan(500);
  expect(inner).toBe(0);
});

test("the planes of a turned and mirrored picture are turned with it", () => {
  const plain = normalsFor(madeUp({}).recipe, SIZE);
  const turned = normalsFor(madeUp({}, { turn: 1, mirror: true }).recipe, SIZE);
  expect(turned).toHaveLength(plain.length);
  plain.forEach(([x, y, z], i) => {
    const [tx, ty, tz] = turned[i]!;
    expect([Math.abs(tx), Math.abs(ty), tz]).toEqual([
      expect.closeTo(Math.abs(y), 9),
      expect.closeTo(Math.abs(x), 9),
      z,
    ]);
  });
});

test("a gap that is bent shut is gone; further in nothing moves, and there and back is the same place", () => {
  const before = madeUp({}, { rect: [10, -20, 260, 200] }, { pitch: 5, yaw: 0, roll: 1 });
  expect(gapsOf(before.recipe, before.map).map((g) => g.side)).toContain("bottom");
  const choices = SIDES.map((side) => ({ side, do: "bend" as const }));
  const { recipe, map } = madeUp({ each: choices }, { rect: [10, -20, 260, 200] }, { pitch: 5, yaw: 0, roll: 1 });
  expect(map.rect).toEqual(before.map.rect);
  expect(map.gaps).toBe(false);
  expect(gapsOf(recipe, map)).toEqual([]);
  const [a, b] = [new Float64Array(3), new Float64Array(3)];
  const [x, y, w, h] = map.rect;
  let [moved, off, steepest] = [0, 0, 0];
  for (let j = 0; j <= 40; j++)
    for (let i = 0; i <= 40; i++) {
      const [px, py] = [x + (i * w) / 40, y + (j * h) / 40];
      map.toRecorded(px, py, a);
      before.map.toRecorded(px, py, b);
      const by = Math.hypot(a[0]! - b[0]!, a[1]! - b[1]!);
      if (i === 20 && j === 20) expect(by).toBeLessThan(1e-9);
      moved = Math.max(moved, by);
      const back = map.fromRecorded([a[0]!, a[1]!])!;
      off = Math.max(off, Math.hypot(back[0] - px, back[1] - py));
      map.toRecorded(px, py + 0.5, b);
      steepest = Math.max(steepest, 1 / Math.max(1e-6, (b[1]! - a[1]!) / 0.5));
    }
  expect(moved).toBeGreaterThan(2);
  expect(off).toBeLessThan(1e-4);
  // Nothing folds, and nothing is drawn out beyond what is allowed.
  expect(steepest).toBeLessThan(4);
});
