import sharp, { type Sharp } from "sharp";
import { gradient, pictureOf } from "../../testing";
import { joinStrips, mostStripRows } from "./jpeg-strips";

const options = { quality: 91, optimiseCoding: false } as const;

/** A picture encoded in strips of so many rows and put together, and encoded at once. */
async function both(width: number, height: number, channels: 1 | 3, rows: number, chromaSubsampling: string) {
  const picture = gradient(width, height, channels);
  const encode = (image: Sharp) =>
    (channels === 1 ? image.toColourspace("b-w") : image).jpeg({ ...options, chromaSubsampling }).toBuffer();
  const strips: Buffer[] = [];
  for (let y = 0; y < height; y += rows) {
    const high = Math.min(rows, height - y);
    const data = picture.data.subarray(y * width * channels, (y + high) * width * channels);
    strips.push(await encode(pictureOf({ ...picture, data, height: high })));
  }
  return { joined: joinStrips(strips, height), whole: await encode(pictureOf(picture)), count: strips.length };
}

test.each([
  [100, 83, 3, 16, "4:4:4"],
  [101, 200, 3, 32, "4:2:0"],
  [37, 300, 1, 16, "4:4:4"],
  [64, 16, 3, 16, "4:4:4"],
] as const)(
  "strips of a %i × %i picture with %i channels decode to the very pixels of the whole",
  async (w, h, c, rows, chroma) => {
    const { joined, whole, count } = await both(w, h, c, rows, chroma);
    const pixels = (file: Buffer) => sharp(file, { failOn: "warning" }).raw().toBuffer({ resolveWithObject: true });
    const [a, b] = [await pixels(joined), await pixels(whole)];
    expect(a.info).toMatchObject({ width: w, height: h });
    expect(a.data.equals(b.data)).toBe(true);
    expect(count).toBe(Math.ceil(h / rows));
  },
);

test("strips that do not fit together are refused", async () => {
  const one = await pictureOf(gradient(40, 16, 3))
    .jpeg(options)
    .toBuffer();
  const other = await pictureOf(gradient(48, 16, 3))
    .jpeg(options)
    .toBuffer();
  const finer = await pictureOf(gradient(40, 16, 3))
    .jpeg({ ...options, quality: 97 })
    .toBuffer();
  expect(() => joinStrips([one, other], 32)).toThrow("differ");
  expect(() => joinStrips([one, finer], 32)).toThrow("differ");
  expect(() => joinStrips([headless(one)], 16)).toThrow("no JPEG");
  expect(() => joinStrips([], 16)).toThrow("no strips");
  const odd = await pictureOf(gradient(40, 12, 3))
    .jpeg(options)
    .toBuffer();
  expect(() => joinStrips([odd, odd], 24)).toThrow("wrong height");
  const progressive = await pictureOf(gradient(40, 16, 3))
    .jpeg({ progressive: true })
    .toBuffer();
  expect(() => joinStrips([progressive], 16)).toThrow("baseline");
});

const headless = (jpeg: Buffer): Buffer => jpeg.subarray(2);

test("a strip's units fit into one restart interval, whatever the width", () => {
  for (const width of [1, 8, 640, 6000, 30_000, 65_500]) {
    const rows = mostStripRows(width, 16);
    expect(Math.ceil(width / 8) * (rows / 8)).toBeLessThanOrEqual(65535);
    expect(rows % 16).toBe(0);
    expect(rows).toBeGreaterThan(0);
  }
});
