import path from "node:path";
import sharp from "sharp";
import { type Recipe, emptyRecipe } from "@/core/recipe";
import { fromLinear } from "@/core/course";
import { decode } from "../image/reading/decode";
import { type DeliveryOptions, deliveryOptions } from "@/core/contract";
import { encodeFloats } from "../image/reading/float-samples";
import { floatStrips, writeFloatTiff } from "../image/writing/float-tiff";
import { inspect } from "../image/reading/inspect";
import { makePreview } from "../image/shown/preview";
import { temporaryFolder } from "../testing";
import { inThisThread } from "./bands";
import { renderPicture } from "./render-picture";

const folder = temporaryFolder();
process.env["FLATSTONE_FILES"] = folder;
const place = (name: string): string => path.join(folder, name);
const [width, height] = [90, 60];

/** Light that goes from below black to eight times white, different in each colour. */
function light(channels: 3 | 4): Float32Array {
  const data = new Float32Array(width * height * channels);
  for (let i = 0; i < width * height; i++) {
    const [x, y] = [(i % width) / width, Math.floor(i / width) / height];
    data.set([8 * x * x, 0.5 * y, 0.2 + 0.6 * x * y - 0.21 * (1 - x)], i * channels);
    if (channels === 4) data[i * channels + 3] = x < 0.2 ? 0 : 1;
  }
  return data;
}

/** A TIFF of that light. */
async function keep(name: string, channels: 3 | 4 = 3, icc: Buffer | null = null): Promise<string> {
  const data = light(channels);
  await encodeFloats(data, channels);
  const strips = await floatStrips({ data, width, height, channels }, 64);
  await writeFloatTiff(
    place(name),
    strips,
    { size: [width, height], channels, rows: 64 },
    { icc, exif: null, xmp: null },
  );
  return place(name);
}

/** What the image library reads of it: light. */
async function lightIn(file: string): Promise<Float32Array> {
  const bytes = await sharp(file).toColourspace("scrgb").raw({ depth: "float" }).toBuffer();
  return new Float32Array(bytes.buffer, bytes.byteOffset, bytes.length / 4);
}

const made = (source: string, target: string, options: Partial<DeliveryOptions>, recipe: Recipe = emptyRecipe()) =>
  renderPicture(
    {
      source,
      target: place(target),
      recipe,
      focal: {},
      options: deliveryOptions.parse({ format: "tiff", quality: 95, ...options }),
    },
    inThisThread,
  );

function expectNear(a: ArrayLike<number>, b: ArrayLike<number>, within: number): void {
  expect(a.length).toBe(b.length);
  let worst = 0;
  for (let i = 0; i < a.length; i++) worst = Math.max(worst, Math.abs(a[i]! - b[i]!) / Math.max(1, Math.abs(b[i]!)));
  expect(worst).toBeLessThan(within);
}

test.each([3, 4] as const)(
  "a TIFF of floats is read by the library as the light it holds (%i channels)",
  async (channels) => {
    const file = await keep(`plain-${channels}.tif`, channels);
    expect(await sharp(file).metadata()).toMatchObject({ depth: "float", space: "scrgb", width, height, channels });
    expectNear(await lightIn(file), light(channels), 1e-5);
  },
);

test("a picture higher than one strip is written in several", async () => {
  const [wide, high] = [1000, 300];
  const data = Float32Array.from({ length: wide * high * 3 }, (_, i) => (i % 977) / 977);
  const strips = await floatStrips({ data, width: wide, height: high, channels: 3 }, 64);
  expect(strips).toHaveLength(5);
  const shape = { size: [wide, high] as const, channels: 3 as const, rows: 64 };
  await writeFloatTiff(place("strips.tif"), strips, shape, { icc: null, exif: null, xmp: null });
  const back = await lightIn(place("strips.tif"));
  await encodeFloats(back, 3);
  expectNear(back, data, 1e-5);
});

test("floats are looked at, shown and decoded like any photo, and stay floats", async () => {
  const file = await keep("seen.tif");
  expect(await inspect(file, "seen.tif")).toMatchObject({ format: "tiff", width, height, bits: 32 });
  const { raster } = await decode(file);
  expect(raster.data).toBeInstanceOf(Float32Array);
  expectNear(
    raster.data,
    Float32Array.from(light(3), (v) => fromLinear(v)),
    1e-5,
  );
  const shown = await sharp(await makePreview("a".repeat(64), "thumb", file))
    .raw()
    .toBuffer();
  // Green is even across; half way down it is a quarter of white.
  expect(Math.abs(shown[(30 * width + 45) * 3 + 1]! - 255 * fromLinear(0.25))).toBeLessThan(3);
});

test("as it is, light comes back as it was, also where it is brighter than white", async () => {
  const file = await keep("same.tif");
  await made(file, "same-out.tif", {});
  expect((await sharp(place("same-out.tif")).metadata()).depth).toBe("float");
  expectNear(await lightIn(place("same-out.tif")), light(3), 1e-5);
});

test("vignetting is taken out of all of the light; what is brighter than white is not held there", async () => {
  const file = await keep("corner.tif");
  const recipe = emptyRecipe();
  recipe.lens.vignetting = { ...recipe.lens.vignetting, v: [-0.5, 0, 0], amount: 1 };
  await made(file, "corner-out.tif", {}, recipe);
  const [before, after] = [light(3), await lightIn(place("corner-out.tif"))];
  const unit = Math.hypot(width, height) / 2;
  for (const [x, y] of [
    [86, 3],
    [70, 30],
    [45, 30],
    [40, 55],
  ] as const) {
    const squared = ((x + 0.5 - width / 2) ** 2 + (y + 0.5 - height / 2) ** 2) / unit ** 2;
    const at = (y * width + x) * 3;
    expect(after[at]! / before[at]!).toBeCloseTo(1 / (1 - 0.5 * squared), 2);
  }
  expect(Math.max(...after)).toBeGreaterThan(10);
});

test("gaps are clear in a TIFF of floats, and alpha is carried through", async () => {
  const recipe = emptyRecipe();
  Object.assign(recipe.frame, { rule: "free", rect: [-10, -10, width + 20, height + 20] });
  await made(await keep("gaps.tif", 4), "gaps-out.tif", {}, recipe);
  const { width: w, channels } = await sharp(place("gaps-out.tif")).metadata();
  expect(channels).toBe(4);
  const out = await lightIn(place("gaps-out.tif"));
  const alpha = (x: number, y: number): number => out[(y * w + x) * 4 + 3]!;
  expect([alpha(5, 5), alpha(15, 40), alpha(60, 40)]).toEqual([0, 0, 1]);
  expect(out[(40 * w + 60) * 4]!).toBeCloseTo(light(4)[(30 * width + 50) * 4]!, 4);
});

test.each(["jpeg", "png", "webp"] as const)(
  "a %s of it has sRGB's numbers, held at white, and not its profile",
  async (format) => {
    const { icc } = await sharp(
      await sharp({ create: { width: 2, height: 2, channels: 3, background: "#123" } })
        .withIccProfile("p3")
        .png()
        .toBuffer(),
    ).metadata();
    const file = await keep("profiled.tif", 3, icc!);
    await made(file, `shown.${format}`, { format });
    expect((await sharp(place(`shown.${format}`)).metadata()).icc).toBeUndefined();
    const out = await sharp(place(`shown.${format}`))
      .removeAlpha()
      .toColourspace("srgb")
      .raw({ depth: "uchar" })
      .toBuffer();
    const at = (x: number, y: number): number[] => [...out.subarray((y * width + x) * 3, (y * width + x) * 3 + 3)];
    for (const [x, y] of [
      [20, 30],
      [80, 40],
    ] as const) {
      const i = (y * width + x) * 3;
      const expected = [0, 1, 2].map((c) => 255 * Math.min(1, Math.max(0, fromLinear(light(3)[i + c]!))));
      for (const c of [0, 1, 2]) expect(Math.abs(at(x, y)[c]! - expected[c]!)).toBeLessThan(format === "png" ? 1 : 8);
    }
    await made(file, "kept.tif", {});
    expect((await sharp(place("kept.tif")).metadata()).icc?.equals(icc!)).toBe(true);
  },
);

test("gaps are filled and spots mended in floats, brighter than white where what is copied is", async () => {
  const source = await keep("fill.tif");
  const edges = {
    on: true,
    gaps: "fill" as const,
    strokes: [
      { id: "m", kind: "mend" as const, points: [[70, 30] as [number, number]], radius: 6, hardness: 1, on: true },
    ],
  };
  const recipe: Recipe = {
    ...emptyRecipe(),
    frame: { ...emptyRecipe().frame, rule: "free", rect: [0, 0, width + 12, height] },
    edges,
  };
  await made(source, "filled.tif", {}, recipe);
  const [before, after] = [light(3), await lightIn(place("filled.tif"))];
  expect(after).toHaveLength((width + 12) * height * 3);
  expect(after.every((v) => Number.isFinite(v))).toBe(true);
  const at = (x: number, y: number): number => after[3 * (y * (width + 12) + x)]!;
  // The photo itself is as it was, the gap as bright as what is beside it, and so is what was mended.
  expect(at(80, 10)).toBeCloseTo(before[3 * (10 * width + 80)]!, 3);
  for (let y = 5; y < height - 5; y += 10) expect(at(width + 6, y)).toBeGreaterThan(3);
  expect(Math.abs(at(70, 30) - before[3 * (30 * width + 70)]!)).toBeLessThan(1.5);
  expect(at(70, 30)).toBeGreaterThan(2);
});
