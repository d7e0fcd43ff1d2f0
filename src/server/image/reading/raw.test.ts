import { readFileSync, writeFileSync } from "node:fs";
import path from "node:path";
import exifr from "exifr";
import sharp from "sharp";
import { fromLinear } from "@/core/course";
import { emptyRecipe } from "@/core/recipe";
import { inThisThread } from "../../render/bands";
import { renderPicture } from "../../render/render-picture";
import { gradient, pictureOf, temporaryFolder } from "../../testing";
import { madeUpDng, madeUpOtherRaw } from "../../testing-dng";
import { decode } from "./decode";
import { deliveryOptions } from "@/core/contract";
import { inspect } from "./inspect";
import { opcodeList } from "@/core/lens/dng-opcodes.testing";
import { lensOpcodesOf } from "./opcodes";
import { readable } from "./developed";
import { rawKindOf } from "./raw";

const folder = temporaryFolder();
const place = (name: string): string => path.join(folder, name);
const thirds = (x: number): readonly [number, number, number] =>
  x < 80 ? [0.5, 0.1, 0.1] : x < 160 ? [0.2, 0.2, 0.2] : [0.05, 0.1, 0.4];

test("a DNG is told from other TIFFs, and looked at by what its camera wrote", async () => {
  writeFileSync(place("a.dng"), madeUpDng(240, 160, thirds));
  await pictureOf(gradient(30, 20)).tiff().toFile(place("plain.tif"));
  expect(await rawKindOf(place("a.dng"))).toBe("dng");
  expect(await rawKindOf(place("plain.tif"))).toBeNull();
  expect(await readable(place("plain.tif"))).toBe(place("plain.tif"));
  expect(await inspect(place("a.dng"), "a.dng")).toMatchObject({
    format: "dng",
    width: 240,
    height: 160,
    bits: 16,
    camera: "Harrow K3",
    lens: "Quarl 24 mm",
    focalMm: 24,
  });
  await expect(inspect(place("a.dng"), "a.tif")).rejects.toThrow("the file is a DNG");
});

test("a raw photo of another kind is told by what its sensor saw, and developed, not taken for the small picture within", async () => {
  writeFileSync(place("a.raw"), madeUpOtherRaw(240, 160, thirds));
  expect(await rawKindOf(place("a.raw"))).toBe("raw");
  expect(await inspect(place("a.raw"), "a.raw")).toMatchObject({ format: "raw", width: 240, height: 160, bits: 16 });
  const { raster } = await decode(place("a.raw"));
  const seen = (x: number): number[] => [0, 1, 2].map((c) => raster.data[(80 * 240 + x) * 3 + c]!);
  const strongest = (x: number): number => seen(x).indexOf(Math.max(...seen(x)));
  expect([strongest(40), strongest(200)]).toEqual([0, 2]);
  await expect(inspect(place("a.raw"), "a.tif")).rejects.toThrow("the file is a raw photo");
});

test("it is developed neutrally: each patch has the sRGB values of its light; the original stays as it is", async () => {
  const file = place("a.dng");
  const before = readFileSync(file);
  const { raster } = await decode(file);
  expect(raster).toMatchObject({ width: 240, height: 160, channels: 3 });
  expect(raster.data).toBeInstanceOf(Uint16Array);
  for (const x of [40, 120, 200])
    for (const [c, light] of thirds(x).entries()) {
      const value = raster.data[(80 * 240 + x) * 3 + c]! / 65535;
      expect(Math.abs(value - fromLinear(light))).toBeLessThan(0.02);
    }
  expect(readFileSync(file).equals(before)).toBe(true);
  // Developed once: the same file stands for it the next time.
  expect(await readable(file)).toBe(await readable(file));
});

test("a photo shot on its side is delivered the right way up with its camera's data", async () => {
  writeFileSync(place("side.dng"), madeUpDng(240, 160, thirds, 6));
  expect(await inspect(place("side.dng"), "side.dng")).toMatchObject({ width: 160, height: 240, orientation: 6 });
  const target = place("side.jpg");
  const options = deliveryOptions.parse({ format: "jpeg", quality: 95 });
  const order = { source: place("side.dng"), target, recipe: emptyRecipe(), focal: {}, options };
  const { width, height } = await renderPicture(order, inThisThread);
  expect([width, height]).toEqual([160, 240]);
  const tags = await exifr.parse(readFileSync(target), { translateValues: false });
  expect(tags).toMatchObject({ Make: "Harrow", Model: "K3", LensModel: "Quarl 24 mm", Orientation: 1 });
  // Its left third is on top once it is turned.
  const { data } = await sharp(target).raw().toBuffer({ resolveWithObject: true });
  const top = (20 * 160 + 80) * 3;
  expect(data[top]!).toBeGreaterThan(data[top + 2]! + 40);
});

test("a damaged one is refused in words", async () => {
  const whole = madeUpDng(240, 160, thirds);
  writeFileSync(place("broken.dng"), whole.subarray(0, whole.length >> 1));
  await expect(inspect(place("broken.dng"), "broken.dng")).rejects.toMatchObject({ name: "Problem" });
});

test("a raw photo that its developer silently makes nothing of is refused as damaged, not as something missing here", async () => {
  const dng = madeUpDng(64, 48, () => [0.2, 0.3, 0.1]);
  // The tag that says how it is stored, made nonsense of: the developer then ends well and writes nothing.
  const at = dng.lastIndexOf(Buffer.from([0x06, 0x01]));
  const broken = Buffer.from(dng);
  broken.writeUInt16LE(7, at + 8);
  for (const [name, bytes] of [["photometric.dng", broken]] as const) {
    writeFileSync(place(name), bytes);
    await expect(readable(place(name)).then(() => "read")).rejects.toMatchObject({ status: 422 });
  }
});

test("the opcodes about its lens are read from where they lie, and no others", async () => {
  const warp = { id: 1, planes: 1, numbers: [1, -0.05, 0.01, 0, 0, 0, 0.5, 0.5] };
  writeFileSync(place("lens.dng"), madeUpDng(240, 160, thirds, 1, opcodeList({ id: 9, numbers: [1] }, warp)));
  expect(await lensOpcodesOf(place("lens.dng"))).toEqual([
    { kind: "rectilinear", planes: [{ radial: [1, -0.05, 0.01, 0], tangential: [0, 0] }], centre: [0.5, 0.5] },
  ]);
  // It is developed and looked at as before.
  expect(await inspect(place("lens.dng"), "lens.dng")).toMatchObject({ format: "dng", width: 240 });
  writeFileSync(place("none.dng"), madeUpDng(240, 160, thirds));
  expect(await lensOpcodesOf(place("none.dng"))).toEqual([]);
  await pictureOf(gradient(30, 20)).png().toFile(place("no.png"));
  expect(await lensOpcodesOf(place("no.png"))).toEqual([]);
});
