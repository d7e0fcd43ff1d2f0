import { execFileSync } from "node:child_process";
import { writeFileSync } from "node:fs";
import path from "node:path";
import sharp from "sharp";
import { temporaryFolder } from "../../testing";
import { decode } from "./decode";
import { readable } from "./developed";
import { isHeif } from "./heif";
import { inspect } from "./inspect";

/** HEIF photos, made by libheif's own command from pictures whose every pixel is known. */
const folder = temporaryFolder();
const place = (name: string): string => path.join(folder, name);

/** Colour runs softly with place: what the coding of fine patterns in colour takes away is not the question here. */
function ramp(width: number, height: number): Buffer {
  const data = Buffer.alloc(3 * width * height);
  for (let i = 0; i < width * height; i++) {
    const [x, y] = [i % width, Math.floor(i / width)];
    data.set([(255 * x) / width, (255 * y) / height, 255 - (255 * x) / width], 3 * i);
  }
  return data;
}

async function heif(name: string, width: number, height: number): Promise<string> {
  // By way of a JPEG, so that there is EXIF to be carried over.
  const exif = { IFD0: { Make: "Harrow", Model: "Harrow K3" }, IFD2: { FocalLength: "24/1", FNumber: "8/1" } };
  await sharp(ramp(width, height), { raw: { width, height, channels: 3 } }).jpeg({ quality: 100, chromaSubsampling: "4:4:4" }).withExif(exif).toFile(place("from.jpg")); // prettier-ignore
  execFileSync("heif-enc", ["-q", "98", "-p", "chroma=444", "-o", place(name), place("from.jpg")], { stdio: "ignore" });
  return place(name);
}

test("a HEIF photo is looked at by what its camera wrote, and its pixels are those that went in", async () => {
  const file = await heif("a.heic", 240, 160);
  expect(await inspect(file, "IMG_1.HEIC")).toMatchObject({
    ...{ format: "heic", width: 240, height: 160, bits: 8, orientation: 1 },
    ...{ camera: "Harrow K3", focalMm: 24, aperture: 8 },
  });
  const { raster } = await decode(file);
  expect(raster).toMatchObject({ width: 240, height: 160, channels: 3 });
  const wanted = await sharp(place("from.jpg")).raw().toBuffer();
  let off = 0;
  for (const [i, v] of wanted.entries()) off += Math.abs(v - raster.data[i]!);
  expect(off / wanted.length).toBeLessThan(2);
  // Unpacked once: the same file stands for it the next time.
  expect(await readable(file)).toBe(await readable(file));
});

test("a damaged one is refused in words; so is one whose name says otherwise", async () => {
  const file = await heif("b.heic", 64, 48);
  await expect(inspect(file, "b.jpg")).rejects.toThrow("the file is a HEIF");
  const head = Buffer.alloc(400);
  head.write("\0\0\0\x18ftypheic\0\0\0\0mif1heic", "latin1");
  writeFileSync(place("c.heic"), head);
  await expect(inspect(place("c.heic"), "c.heic")).rejects.toMatchObject({ status: 422 });
});

test("only what says that it holds a HEVC picture is one", () => {
  const head = (brands: string): Buffer => {
    const all = Buffer.from(`....ftyp${brands}`, "latin1");
    all.writeUInt32BE(all.length, 0);
    return all;
  };
  expect(isHeif(head("heic\0\0\0\0mif1heic"))).toBe(true);
  expect(isHeif(head("mif1\0\0\0\0mif1heic"))).toBe(true);
  expect(isHeif(head("mif1\0\0\0\0mif1avif"))).toBe(false);
  expect(isHeif(head("avif\0\0\0\0avifmif1heic"))).toBe(false);
  expect(isHeif(head("isom\0\0\0\0mp42"))).toBe(false);
  expect(isHeif(Buffer.from([0xff, 0xd8, 0xff, 0xe0, 0, 0, 0, 0, 0]))).toBe(false);
});
