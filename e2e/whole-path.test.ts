import { readFileSync } from "node:fs";
import exifr from "exifr";
import type { Browser, Page } from "playwright-core";
import sharp from "sharp";
import {
  address,
  angles,
  comesToBe,
  counted,
  launch,
  onPage,
  openPage,
  rested,
  shown,
  stroke,
  strokeByHand,
} from "./app";
import { type Point, demoPhoto, edge } from "./scene";

let browser: Browser;
let page: Page;
const problems: string[] = [];
beforeAll(async () => {
  browser = await launch();
  page = await openPage(browser, problems, { readsPixels: true });
});
afterAll(() => browser.close());
afterEach(() => expect(problems.splice(0)).toEqual([]));

const saved = () =>
  page.waitForFunction(() => document.querySelector('[data-testid="save-state"]')?.textContent === "saved");
const attitude = () => page.getByTestId("attitude").getAttribute("data-angles");

async function drawPlumb(id: string): Promise<void> {
  const [a, b] = edge(id);
  await strokeByHand(page, await onPage(page, a), await onPage(page, b));
}

test("the demo is there; a new assignment takes a photo and refuses what is none", async () => {
  await page.goto(address);
  await page.getByText("Sallow Mill, reading rooms").first().waitFor();
  await page.getByLabel("Name of the new assignment").fill("Front, second visit");
  await page.getByRole("button", { name: "New assignment" }).click();
  await page.waitForURL(/assignments\//);
  await page.getByText("No photos yet").waitFor();
  await page.getByTestId("photo-input").setInputFiles([
    { name: "fake.jpg", mimeType: "image/jpeg", buffer: Buffer.from("<svg xmlns='http://www.w3.org/2000/svg'/>") },
    { name: "street.jpg", mimeType: "image/jpeg", buffer: readFileSync(demoPhoto) },
    { name: "empty.png", mimeType: "image/png", buffer: Buffer.alloc(0) },
  ]);
  await page.getByText(/This is a drawing \(SVG\)/).waitFor();
  await page.getByText("The file is empty.").waitFor();
  await page.getByRole("link", { name: "street.jpg", exact: true }).waitFor();
  expect(await page.getByRole("main").getByRole("img").count()).toBeLessThanOrEqual(1);
});

test("one plumb changes nothing and says so; the second makes the verticals true", async () => {
  await page.getByRole("link", { name: "street.jpg", exact: true }).click();
  await rested(page);
  await page.getByText("No lines yet.").waitFor();
  await page.keyboard.press("s");
  expect((await shown(page)).asShot).toBe(true);
  await drawPlumb("w11-left");
  await page.getByText("One plumb so far; draw a second on the far side of the building.").waitFor();
  expect(await angles(page)).toEqual({ pitch: 0, yaw: 0, roll: 0 });
  await drawPlumb("w28-right");
  // Placed by hand on a picture shown at a third of its size they are coarse, and it says how coarse.
  await page.getByText(/These two fix the pitch to ±0\.[5-9]° only/).waitFor();
  expect((await angles(page)).pitch).toBeGreaterThan(13);
  const rows = page.getByRole("table").getByRole("row");
  await counted(rows, 3);
  expect(await rows.nth(1).innerText()).toMatch(/\d+\s+\d+\.\d\d°\s+0\.00°\s+0\.0 px\s+\d+ %/);
  await saved();
});

test("a reload in the middle of it loses nothing", async () => {
  const before = await attitude();
  await page.reload();
  await rested(page);
  expect(await attitude()).toBe(before);
  await counted(page.getByRole("table").getByRole("row"), 3);
});

test("selection goes both ways; ends are nudged by the keys; every step can be taken back", async () => {
  await page.keyboard.press("s");
  const [a] = edge("w11-left");
  await page.getByRole("button", { name: "Select plumb 2" }).click();
  const row = (n: number) => page.getByRole("table").getByRole("row").nth(n);
  expect(await row(2).getAttribute("aria-selected")).toBe("true");
  const end = await onPage(page, a);
  await page.mouse.click(...end);
  expect(await row(1).getAttribute("aria-selected")).toBe("true");
  const before = await attitude();
  for (let i = 0; i < 3; i++) await page.keyboard.press("Shift+ArrowRight");
  await page.keyboard.press("Alt+ArrowUp");
  await page.waitForFunction(
    (was) => document.querySelector('[data-testid="attitude"]')?.getAttribute("data-angles") !== was,
    before,
  );
  expect(await attitude()).not.toBe(before);
  // Keys in quick succession are one step; on a busy machine they may come as several.
  for (let i = 0; i < 4 && (await attitude()) !== before; i++) {
    await page.keyboard.press("Control+z");
    await page.waitForTimeout(100);
  }
  expect(await comesToBe(attitude, (now) => now === before)).toBe(before);
  await page.keyboard.press("x");
  await page.getByText("One plumb so far").waitFor();
  await page.keyboard.press("Control+z");
  await page.keyboard.press("Delete");
  await counted(page.getByRole("table").getByRole("row"), 2);
  await page.keyboard.press("Control+z");
  expect(await attitude()).toBe(before);
});

test("an end is moved by the mouse under a magnifier, and the stroke can be dropped with Escape", async () => {
  const before = await attitude();
  const [a] = edge("w11-left");
  const at = await onPage(page, a);
  await page.mouse.click(...at);
  await page.mouse.move(...at);
  await page.mouse.down();
  await page.mouse.move(at[0] + 25, at[1] - 10, { steps: 4 });
  await page.getByTestId("magnifier").waitFor();
  await page.keyboard.press("Escape");
  await page.mouse.up();
  await counted(page.getByTestId("magnifier"), 0);
  expect(await attitude()).toBe(before);
  await stroke(page, at, [at[0] + 25, at[1] - 10]);
  expect(await attitude()).not.toBe(before);
  // Keys in quick succession are one step; on a busy machine they may come as several.
  for (let i = 0; i < 4 && (await attitude()) !== before; i++) {
    await page.keyboard.press("Control+z");
    await page.waitForTimeout(100);
  }
  expect(await comesToBe(attitude, (now) => now === before)).toBe(before);
});

test("a mark stays on its edge whichever way the picture is shown, and can be drawn on the corrected one", async () => {
  await page.keyboard.press("s");
  await rested(page);
  expect((await shown(page)).asShot).toBe(false);
  const box = (await page.getByTestId("sheet").boundingBox())!;
  const rows = await page.getByRole("table").getByRole("row").count();
  await strokeByHand(page, [box.x + 500, box.y + 200], [box.x + 500, box.y + 480]);
  await counted(page.getByRole("table").getByRole("row"), rows + 1);
  // Drawn vertically on the corrected picture, so it is true after and leans before.
  const cells = (await page.getByRole("table").getByRole("row").nth(3).innerText()).split(/\s+/);
  expect(cells.join(" ")).toMatch(/3 \d/);
  const [before, after] = cells.filter((c) => c.endsWith("°")).map(parseFloat) as [number, number];
  expect(after).toBeLessThan(0.35);
  expect(before).toBeGreaterThan(after);
  await page.keyboard.press("Control+z");
  await counted(page.getByRole("table").getByRole("row"), rows);
});

test("zoom goes to 800 % at the pointer and back to fit", async () => {
  const box = (await page.getByTestId("sheet").boundingBox())!;
  await page.mouse.move(box.x + 400, box.y + 300);
  for (let i = 0; i < 40; i++) await page.mouse.wheel(0, -400);
  await page.waitForFunction(() => document.querySelector('[data-testid="zoom"]')?.textContent === "800 %");
  await page.keyboard.press("f");
  await page.waitForFunction(() => parseInt(document.querySelector('[data-testid="zoom"]')!.textContent!) < 60);
  await rested(page);
});

test("ease leaves some of the pitch; holding the key shows the original", async () => {
  const slider = page.getByLabel(/^Ease/);
  await slider.focus();
  await page.keyboard.press("Home");
  await page.waitForFunction(() =>
    /9\.\d\d°|1\d\.\d\d°|[5-8]\.\d\d°/.test(document.querySelector("tbody")?.textContent ?? ""),
  );
  await page.keyboard.press("End");
  await slider.blur();
  await page.keyboard.down("o");
  await page.waitForFunction(() =>
    document.querySelector('[data-testid="sheet"]')?.getAttribute("data-view")?.includes('"asShot":true'),
  );
  await page.keyboard.up("o");
  await page.waitForFunction(() =>
    document.querySelector('[data-testid="sheet"]')?.getAttribute("data-view")?.includes('"asShot":false'),
  );
});

/** The canvas's pixels in a rectangle of the sheet, without the marks above it. */
async function canvasPixels(left: number, top: number, width: number, height: number): Promise<Buffer> {
  const url = await page.getByTestId("picture").evaluate((c) => (c as HTMLCanvasElement).toDataURL("image/png"));
  const whole = sharp(Buffer.from(url.split(",")[1]!, "base64"));
  return whole.extract({ left, top, width, height }).removeAlpha().raw().toBuffer();
}

test("delivered at full resolution: size, metadata and pixels are what the Bench showed", async () => {
  await saved();
  await page.waitForSelector("canvas[data-rested]");
  const { scale, shift } = await shown(page);
  await page.keyboard.press("4");
  const number = async (label: string): Promise<number> => Number(await page.getByLabel(label).inputValue());
  const [x, y, w, h] = [
    await number("Left, px"),
    await number("Top, px"),
    await number("Width, px"),
    await number("Height, px"),
  ];
  await page.getByRole("button", { name: "Deliver …" }).click();
  await page.getByText("clear gaps").click();
  await page.getByRole("button", { name: "Render at full resolution" }).click();
  const download = page.waitForEvent("download");
  await page.getByRole("link", { name: "Download" }).click({ timeout: 60_000 });
  const file = await (await download).path();
  expect((await download).suggestedFilename()).toBe("street-A.png");
  const meta = await sharp(file).metadata();
  expect([meta.width, meta.height]).toEqual([w, h]);
  const tags = await exifr.parse(meta.exif!);
  expect(tags).toMatchObject({ Make: "Harrow", LensModel: "Ostrey 21 mm", ExifImageWidth: w, ExifImageHeight: h });
  expect(meta.orientation ?? 1).toBe(1);

  // The delivery brought to the Bench's scale, against the Bench's own canvas over the same whole screen pixels.
  const [left, top] = [Math.ceil(x * scale + shift[0]) + 2, Math.ceil(y * scale + shift[1]) + 2];
  const [right, bottom] = [Math.floor((x + w) * scale + shift[0]) - 2, Math.floor((y + h) * scale + shift[1]) - 2];
  const bench = await canvasPixels(left, top, right - left, bottom - top);
  const corner: Point = [x * scale + shift[0], y * scale + shift[1]];
  const reduced = await reduceTo(file, scale, corner, left, top, right - left, bottom - top);
  let sum = 0;
  for (let i = 0; i < bench.length; i++) sum += Math.abs(bench[i]! - reduced[i]!);
  // Without a graphics processor the sheet takes four samples a pixel; picture-view.test.ts holds the wide filter to the kernel.
  expect(sum / bench.length).toBeLessThan(2);
});

/**
 * A file reduced by `scale` so that its corner comes to lie at `corner`, cut to a rectangle of whole pixels:
 * each pixel is the mean of what it covers, weighted by a Catmull–Rom widened to the scale.
 */
async function reduceTo(
  file: string,
  scale: number,
  corner: Point,
  left: number,
  top: number,
  width: number,
  height: number,
): Promise<Uint8Array> {
  const { data, info } = await sharp(file).removeAlpha().raw().toBuffer({ resolveWithObject: true });
  const kernel = (d: number): number => {
    const v = Math.abs(d);
    return v < 1 ? (1.5 * v - 2.5) * v * v + 1 : v < 2 ? ((-0.5 * v + 2.5) * v - 4) * v + 2 : 0;
  };
  const taps = (n: number, from: number, at: number, length: number) =>
    Array.from({ length: n }, (_, i) => {
      const centre = (from + i + 0.5 - at) / scale - 0.5;
      const first = Math.ceil(centre - 2 / scale);
      const weights: [number, number][] = [];
      for (let t = first; t <= centre + 2 / scale; t++)
        weights.push([Math.min(length - 1, Math.max(0, t)), kernel((t - centre) * scale)]);
      const sum = weights.reduce((s, [, v]) => s + v, 0);
      return weights.map(([t, v]) => [t, v / sum] as const);
    });
  const across = taps(width, left, corner[0], info.width);
  const down = taps(height, top, corner[1], info.height);
  const rows = new Float32Array(width * info.height * 3);
  for (let y = 0; y < info.height; y++)
    for (let x = 0; x < width; x++)
      for (let c = 0; c < 3; c++) {
        let v = 0;
        for (const [t, weight] of across[x]!) v += weight * data[(y * info.width + t) * 3 + c]!;
        rows[(y * width + x) * 3 + c] = v;
      }
  const out = new Uint8ClampedArray(width * height * 3);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width * 3; x++) {
      let v = 0;
      for (const [t, weight] of down[y]!) v += weight * rows[t * width * 3 + x]!;
      out[y * width * 3 + x] = v;
    }
  return new Uint8Array(out.buffer);
}

test("a delivery can be cancelled", async () => {
  await page.getByText("16 bits or floats").click();
  await page.getByRole("button", { name: "Render at full resolution" }).click();
  await page.getByRole("button", { name: "Cancel", exact: true }).click();
  await page.getByText("cancelled", { exact: true }).waitFor();
  await page.getByRole("button", { name: "Close" }).click();
});
