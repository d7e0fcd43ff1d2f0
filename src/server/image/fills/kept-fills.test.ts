import { mkdir, readFile, readdir } from "node:fs/promises";
import path from "node:path";
import sharp from "sharp";
import { type DeliveryFormat, deliveryOptions } from "@/core/contract";
import type { Recipe } from "@/core/recipe";
import { compile, settle } from "@/core/render";
import { fillFolder, originalPath } from "../../files/store";
import { inThisThread } from "../../render/bands";
import { planEdges } from "../../render/edge-work";
import { renderPicture } from "../../render/render-picture";
import { lossless, pictureOf, temporaryFolder } from "../../testing";
import { decode } from "../reading/decode";
import { keptPlans } from "./fill-folders";
import { fillSource } from "./fill-source";
import { SIZE, bricks, putBricks, recipeWith } from "./filled-photo.testing";
import { makeFill, makeFillTiles } from "./kept-fills";
import { recipeOf } from "../writing/xmp";

/** What the Bench shows of a fill is what is delivered. */
const folder = temporaryFolder();
process.env["FLATSTONE_FILES"] = folder;
const sha256 = "d".repeat(64);

beforeAll(() => putBricks(sha256));

async function delivered(recipe: Recipe, format: DeliveryFormat, source = originalPath(sha256)) {
  const target = path.join(folder, `out.${format}`);
  const options = deliveryOptions.parse({ format, quality: 92 });
  await renderPicture({ source, recipe, focal: {}, target, options }, inThisThread);
  return sharp(target);
}

test("tiles at full size are what is delivered, within one level; the delivery is whole and says how much is made up", async () => {
  const recipe = recipeWith({ gaps: "fill" });
  const info = await makeFill({ sha256, recipe: JSON.stringify(recipe) }, SIZE, {});
  expect(info).toMatchObject({ unfilled: 0, gaps: { frame: [0, -50, 430, 320] }, strokes: [] });
  expect(info.filled).toBeGreaterThan(0.03);
  const tiles = await makeFillTiles(sha256, info.gaps!.key, SIZE);
  const picture = await delivered(recipe, "png");
  const { data, info: made } = await picture.raw().toBuffer({ resolveWithObject: true });
  expect([made.width, made.height, made.channels]).toEqual([430, 320, 3]);
  let [worst, count] = [0, 0];
  const tile = await sharp(path.join(tiles, "0_0.png")).raw().toBuffer({ resolveWithObject: true });
  expect([tile.info.width, tile.info.height]).toEqual([430, 320]);
  for (let i = 0; i < 430 * 320; i++) {
    if (tile.data[4 * i + 3] === 0) continue;
    for (let c = 0; c < 3; c++) worst = Math.max(worst, Math.abs(tile.data[4 * i + c]! - data[3 * i + c]!));
    count++;
  }
  expect(count).toBeGreaterThan(0.03 * 430 * 320);
  expect(worst).toBeLessThanOrEqual(1);
  const { xmp } = await picture.metadata();
  expect(xmp!.toString()).toContain(`<stone:filled>${info.filled.toFixed(4)}</stone:filled>`);
  expect(recipeOf(xmp!)!.edges).toEqual({ on: true, gaps: "fill" });
});

test("asked for again it is there already, the very same; another answer is another one", async () => {
  const order = { sha256, recipe: JSON.stringify(recipeWith({ gaps: "fill" })) };
  const first = await makeFill(order, SIZE, {});
  const stop = new AbortController();
  stop.abort(new Error("not wanted"));
  // What is kept is not made again, so nobody asks whether to go on.
  expect(await makeFill(order, SIZE, { signal: stop.signal })).toEqual(first);
  const other = { sha256, recipe: JSON.stringify(recipeWith({ gaps: "fill", seed: 2 })) };
  await expect(makeFill(other, SIZE, { signal: stop.signal })).rejects.toThrow("not wanted");
  expect((await makeFill(other, SIZE, {})).gaps!.key).not.toBe(first.gaps!.key);
});

test("strokes are shown as they are delivered, within one level, one upon the other and in the gaps; each is made once", async () => {
  const strokes = [
    { id: "a", kind: "mend", points: [[200, 150]], radius: 14, on: true },
    {
      id: "b",
      kind: "graft",
      points: [
        [215, 155],
        [240, 160],
      ],
      from: [120, 90],
      radius: 10,
      on: true,
    },
    {
      id: "c",
      kind: "graft",
      points: [
        [424, 200],
        [424, 230],
      ],
      from: [380, 200],
      radius: 12,
      on: true,
      light: "as-is",
    },
  ];
  const recipe = recipeWith({ gaps: "fill", strokes });
  const info = await makeFill({ sha256, recipe: JSON.stringify(recipe) }, SIZE, {});
  expect(info.strokes.map((s) => s.id)).toEqual(["a", "b", "c"]);
  const picture = await delivered(recipe, "png");
  const { data, info: made } = await picture.raw().toBuffer({ resolveWithObject: true });
  // What is seen: the gaps, then each stroke's picture over them.
  const seen = new Int16Array(3 * made.width * made.height).fill(-1);
  const gaps = await makeFillTiles(sha256, info.gaps!.key, SIZE);
  const lay = async (file: string, [x, y]: readonly [number, number]): Promise<number> => {
    const part = await sharp(file).raw().toBuffer({ resolveWithObject: true });
    let n = 0;
    for (let i = 0; i < part.info.width * part.info.height; i++) {
      const [px, py] = [x + (i % part.info.width), y + Math.floor(i / part.info.width)];
      if (part.data[4 * i + 3] === 0 || px < 0 || py < 0 || px >= made.width || py >= made.height) continue;
      for (let c = 0; c < 3; c++) seen[3 * (py * made.width + px) + c] = part.data[4 * i + c]!;
      n++;
    }
    return n;
  };
  await lay(path.join(gaps, "0_0.png"), [0, 0]);
  for (const { key, frame, whole } of info.strokes) {
    expect(whole).toBe(true);
    const count = await lay(path.join(fillFolder(sha256, key), "fit.png"), [frame[0], frame[1] + 50]);
    expect(count).toBeGreaterThan(100);
  }
  let [worst, count] = [0, 0];
  for (let i = 0; i < seen.length; i++) {
    if (seen[i]! < 0) continue;
    worst = Math.max(worst, Math.abs(seen[i]! - data[i]!));
    count++;
  }
  expect(count).toBeGreaterThan(10_000);
  expect(worst).toBeLessThanOrEqual(1);
  const more = { ...recipe, edges: { ...recipe.edges, strokes: recipe.edges.strokes!.slice(0, 2) } };
  const again = await makeFill({ sha256, recipe: JSON.stringify(more) }, SIZE, {});
  expect(again.strokes.map((s) => s.key)).toEqual(info.strokes.slice(0, 2).map((s) => s.key));
  expect(again.filled).toBeLessThan(info.filled + 1e-9);
}, 30_000);

test("a gap that is left stays clear where the format can be, beside one that is plain", async () => {
  const recipe = recipeWith({ gaps: "plain", plain: "#204060", each: [{ side: "bottom", do: "leave" }] });
  const { data, info } = await (await delivered(recipe, "png")).raw().toBuffer({ resolveWithObject: true });
  expect(info.channels).toBe(4);
  const at = (x: number, y: number) => [...data.subarray(4 * (y * 430 + x), 4 * (y * 430 + x) + 4)];
  expect(at(200, 316)[3]).toBe(0);
  expect(at(427, 150)).toEqual([0x20, 0x40, 0x60, 255]);
});

test("of fills that nothing asks for any more only the last few are kept", async () => {
  const order = { sha256, recipe: JSON.stringify(recipeWith({ gaps: "fill", seed: 7 })) };
  for (let k = 0; k < 60; k++) await mkdir(fillFolder(sha256, `old${k}`), { recursive: true });
  const { gaps } = await makeFill(order, SIZE, {});
  const kept = (await readdir(path.dirname(fillFolder(sha256, "x")))).filter((name) => name.includes("-fill-"));
  expect(kept.length).toBeLessThanOrEqual(42);
  expect(kept).toContain(path.basename(fillFolder(sha256, gaps!.key)));
});

test("where nothing may be copied a gap stays clear, and the fill says how much of it", async () => {
  // A hand's breadth that may be copied from, but none of it reaches what is to be filled.
  const only = [{ id: "s", use: "from", on: true, points: [[200, 150], [202, 150], [202, 152], [200, 152]] }]; // prettier-ignore
  const recipe = recipeWith({ gaps: "fill", sources: only });
  expect((await makeFill({ sha256, recipe: JSON.stringify(recipe) }, SIZE, {})).unfilled).toBeGreaterThan(0);
  const { data, info } = await (await delivered(recipe, "png")).raw().toBuffer({ resolveWithObject: true });
  expect(info.channels).toBe(4);
  expect(data[4 * (150 * 430 + 427) + 3]).toBe(0);
});

test("sixteen bits are filled in sixteen bits, grey in grey", async () => {
  const recipe = recipeWith({ gaps: "fill" });
  const deep = path.join(folder, "deep.tif");
  const data = Uint16Array.from(bricks((v) => Math.round(65535 * v)));
  await lossless(pictureOf({ data, width: SIZE[0], height: SIZE[1], channels: 3 }), "tiff").toFile(deep);
  const made = await delivered(recipe, "tiff", deep);
  expect(await made.metadata()).toMatchObject({ depth: "ushort", channels: 3 });
  const pixels = await made.raw({ depth: "ushort" }).toBuffer();
  const samples = new Uint16Array(pixels.buffer, pixels.byteOffset, pixels.length / 2);
  // Finer than 8 bits could say, in the gap's corner as well.
  expect([...samples.subarray(0, 300)].some((v) => v % 257 !== 0)).toBe(true);
  const grey = path.join(folder, "grey.png");
  await sharp(await readFile(originalPath(sha256)))
    .greyscale()
    .toColourspace("b-w")
    .png()
    .toFile(grey);
  expect(await (await delivered(recipe, "png", grey)).metadata()).toMatchObject({ channels: 1 });
});

test("a delivery plans nothing that the Bench has planned, and is the same; what was not kept is planned", async () => {
  const strokes = [{ id: "k", kind: "mend", points: [[300, 200]], radius: 12, on: true }];
  const recipe = recipeWith({ gaps: "fill", seed: 3, strokes });
  await makeFill({ sha256, recipe: JSON.stringify(recipe) }, SIZE, {});
  const settled = settle(recipe, SIZE);
  const map = compile(settled, SIZE);
  const nobody = async (): Promise<never> => {
    throw new Error("It was planned again.");
  };
  const none = { small: nobody, full: nobody };
  const work = (await planEdges(none, settled, map, "lanczos3", {}, keptPlans(sha256)))!;
  const file = originalPath(sha256);
  const sources = { small: () => fillSource(file), full: async () => (await decode(file, "srgb")).raster };
  const anew = (await planEdges(sources, settled, map, "lanczos3"))!;
  expect(work.fill!.plan).toEqual(anew.fill!.plan);
  expect(work.strokes[0]!.parts).toEqual(anew.strokes[0]!.parts);
  const other = settle(recipeWith({ gaps: "fill", seed: 4 }), SIZE);
  await expect(planEdges(none, other, map, "lanczos3", {}, keptPlans(sha256))).rejects.toThrow("planned again");
}, 30_000);
