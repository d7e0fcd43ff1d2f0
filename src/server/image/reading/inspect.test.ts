import { readFileSync, writeFileSync } from "node:fs";
import path from "node:path";
import sharp, { type Sharp } from "sharp";
import { gradient, lossless, pictureOf, temporaryFolder } from "../../testing";
import { inspect } from "./inspect";
import { decode } from "./decode";
import { claimed, sniff } from "./kinds";
import library from "../library";
import { greenLight } from "./luminance";
import { readable } from "./developed";

const folder = temporaryFolder();
const demo = path.join(__dirname, "../../../../demo/photos/SM-0412.jpg");

async function file(name: string, content: Buffer | Uint8Array | string | Sharp): Promise<string> {
  const target = path.join(folder, name.replace(/\W/g, "_"));
  writeFileSync(
    target,
    typeof content === "string" || content instanceof Uint8Array ? content : await content.toBuffer(),
  );
  return target;
}

const small = () => pictureOf(gradient(64, 48));
const refused = async (name: string, content: Parameters<typeof file>[1]): Promise<string> =>
  inspect(await file(name, content), name).then(
    () => "taken",
    (e: Error) => e.message,
  );

test("what the camera recorded is read", async () => {
  expect(await inspect(demo, "SM-0412.jpg")).toMatchObject({
    format: "jpeg",
    width: 3000,
    height: 2000,
    bits: 8,
    camera: "Harrow K3",
    lens: "Ostrey 21 mm",
    focalMm: 21,
    equivalentMm: 21,
  });
});

test.each([
  ["a.jpg", "jpeg", 8],
  ["a.png", "png", 8],
  ["a.tif", "tiff", 8],
  ["a.webp", "webp", 8],
] as const)("%s is taken", async (name, format, bits) => {
  expect(await inspect(await file(name, lossless(small(), format)), name)).toMatchObject({
    format,
    bits,
    width: 64,
    height: 48,
    camera: null,
  });
});

test("16-bit TIFF and PNG are taken as such", async () => {
  const deep = () => pictureOf(gradient(40, 30, 3, 16));
  expect(await inspect(await file("deep.tif", lossless(deep(), "tiff")), "deep.tif")).toMatchObject({ bits: 16 });
  expect(await inspect(await file("deep.png", deep().png()), "deep.png")).toMatchObject({ bits: 16 });
});

test("the size is that of the oriented picture", async () => {
  const turned = await file("turned.jpg", small().withMetadata({ orientation: 6 }).jpeg());
  expect(await inspect(turned, "turned.jpg")).toMatchObject({ width: 48, height: 64, orientation: 6 });
});

test("a JPEG that claims more pixels than it holds is refused, wherever it is read; stray bytes are forgiven", async () => {
  const honest = await pictureOf(gradient(300, 200)).jpeg().toBuffer();
  const frame = honest.indexOf(Buffer.from([0xff, 0xc0]));
  for (const [width, height] of [
    [15_800, 15_800],
    [300, 400],
  ] as const) {
    const lying = Buffer.from(honest);
    lying.writeUInt16BE(height, frame + 5);
    lying.writeUInt16BE(width, frame + 7);
    const lie = await file(`lie-${width}`, lying);
    await expect(inspect(lie, "a.jpg")).rejects.toMatchObject({ status: 422 });
    if (width > 300) continue;
    await expect(decode(lie)).rejects.toMatchObject({ status: 422 });
    await expect(greenLight(lie)).rejects.toMatchObject({ status: 422 });
  }
  const padded = Buffer.concat([honest.subarray(0, frame), Buffer.from([0, 0, 0]), honest.subarray(frame)]);
  expect(await refused("padded.jpg", padded)).toBe("taken");
});

test("a date that no calendar has is left out, the photo kept; text is made fit to be kept", async () => {
  const strange = small().withExif({
    IFD0: { Model: "K3\u0001 \u0007", Make: "Harrow" },
    IFD2: { DateTimeOriginal: "99999:01:01 00:00:00" },
  });
  const found = await inspect(await file("strange.jpg", strange.jpeg()), "strange.jpg");
  expect(found.takenAt).toBeNull();
  expect(found.camera).toBe("Harrow K3");
  const year = async (date: string) =>
    (
      await inspect(
        await file(
          "d.jpg",
          small()
            .withExif({ IFD2: { DateTimeOriginal: date } })
            .jpeg(),
        ),
        "d.jpg",
      )
    ).takenAt;
  expect((await year("2026:05:04 10:00:00"))?.getFullYear()).toBe(2026);
  expect(await year("0000:00:00 00:00:00")).toBeNull();
});

test("other kinds of file are blocked in the library itself, should one ever get there", async () => {
  const svg = Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>');
  const gif = Buffer.from("R0lGODlhAQABAAAAACH5BAEAAAAALAAAAAABAAEAAAIBRAA7", "base64");
  for (const content of [svg, gif]) {
    await expect(library(content).metadata()).rejects.toThrow(/unsupported/);
    await expect(readable(await file("other", content))).rejects.toMatchObject({ status: 415 });
  }
});

test("what is no photo is refused with a sentence", async () => {
  expect(await refused("a.jpg", "<!DOCTYPE html><html></html>")).toMatch(/web page/);
  expect(await refused("a.png", '<?xml version="1.0"?><svg xmlns="http://www.w3.org/2000/svg"/>')).toMatch(/SVG/);
  expect(await refused("a.svg", "<svg></svg>")).toMatch(/SVG/);
  expect(await refused("a.pdf", "%PDF-1.4")).toMatch(/PDF/);
  expect(await refused("a.txt", "hello")).toMatch(/not a picture/);
  expect(await refused("a.png", await small().jpeg().toBuffer())).toMatch(/name says PNG.*is a JPEG/);
  expect(await refused("a.jpg", Buffer.from([0xff, 0xd8, 0xff, 0xe0, 1, 2, 3]))).toMatch(/damaged/);
});

test("a truncated file is found out", async () => {
  const whole = readFileSync(demo);
  expect(await refused("cut.jpg", whole.subarray(0, whole.length / 2))).toMatch(/truncated/);
  expect(await refused("cut.jpg", whole.subarray(0, whole.length - 40))).toMatch(/truncated/);
  const png = await pictureOf(gradient(300, 300)).png().toBuffer();
  expect(await refused("cut.png", png.subarray(0, png.length * 0.6))).toMatch(/truncated|damaged/);
});

test("too many pixels are refused before they are decoded", async () => {
  const wide = sharp({
    create: { width: 20000, height: 13000, channels: 3, background: "#888" },
    limitInputPixels: false,
  });
  expect(await refused("wide.png", wide.png({ compressionLevel: 1 }))).toMatch(/260 megapixels; up to 250/);
}, 30_000);

test("names and first bytes", () => {
  expect(claimed("A.B.JPEG")).toBe("jpeg");
  expect(claimed("noending")).toBeNull();
  expect(claimed("x.dng")).toBe("dng");
  expect(claimed("x.raw")).toBeNull();
  expect(sniff(Buffer.from("MM\0*....", "latin1"))).toBe("tiff");
  expect(sniff(Buffer.alloc(0))).toBeNull();
});
