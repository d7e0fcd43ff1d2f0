import type { Page } from "playwright-core";
import { address, millPhoto, openFresh, usePage } from "./app";

/** At full size and closer the sheet shows the original's own pixels, made as a delivery makes them. */
let page: Page;
usePage((opened) => void (page = opened), { readsPixels: true });

const sharp = () => page.waitForSelector("canvas[data-sharp]", { timeout: 90_000 });

/** Mean difference between the sharp picture and the quick one beneath it, the one moved by whole pixels against the other. */
const differences = (): Promise<{ at: string; mean: number }[]> =>
  page.evaluate(() => {
    const [over, under] = ["sharp", "picture"].map(
      (id) => document.querySelector(`[data-testid=${id}]`) as HTMLCanvasElement,
    ) as [HTMLCanvasElement, HTMLCanvasElement];
    const { width, height } = over;
    const read = (from: HTMLCanvasElement, left: number, top: number): Uint8ClampedArray => {
      const canvas = new OffscreenCanvas(width, height);
      const context = canvas.getContext("2d")!;
      context.drawImage(from, left, top);
      return context.getImageData(0, 0, width, height).data;
    };
    const [a, b] = [read(over, 0, 0), read(under, -over.offsetLeft, -over.offsetTop)];
    return [
      [0, 0],
      [1, 0],
      [-1, 0],
      [0, 1],
      [0, -1],
    ].map(([dx, dy]) => {
      let [sum, count] = [0, 0];
      for (let y = 8; y < height - 8; y += 3)
        for (let x = 8; x < width - 8; x++, count++)
          sum += Math.abs(a[(y * width + x) * 4 + 1]! - b[((y + dy!) * width + x + dx!) * 4 + 1]!);
      return { at: `${dx},${dy}`, mean: sum / count };
    });
  });

test("at 100 and 200 % what rests is made from the original, and lies where the picture lay", async () => {
  await openFresh(page, "SM-0415.jpg");
  await page.keyboard.press("l");
  for (const zoom of ["100 %", "200 %"]) {
    if (zoom === "100 %") await page.keyboard.press("d");
    else {
      await page.keyboard.press("1");
      await page.getByRole("button", { name: zoom }).click();
    }
    await page.getByTestId("zoom").getByText(zoom).waitFor();
    await sharp();
    const [same, ...moved] = await differences();
    expect(same!.mean).toBeLessThan(3);
    for (const other of moved) expect(other.mean).toBeGreaterThan(1.3 * same!.mean);
  }
}, 150_000);

test("whatever moves uncovers the live picture; at rest it is covered again; as shot as well", async () => {
  await openFresh(page, "SM-0415.jpg");
  expect(await page.getByTestId("sharp").isVisible()).toBe(false);
  await page.keyboard.press("d");
  await sharp();
  const box = (await page.getByTestId("sheet").boundingBox())!;
  await page.mouse.move(box.x + 400, box.y + 300);
  await page.mouse.wheel(0, -120);
  await page.waitForSelector("canvas[data-testid=sharp]:not([data-sharp])", { state: "attached" });
  await sharp();
  await page.keyboard.press("s");
  await page.waitForSelector("canvas[data-testid=sharp]:not([data-sharp])", { state: "attached" });
  await sharp();
  // Fitted, the photo is shown smaller than it is: the preview has all there is to see.
  await page.keyboard.press("f");
  await page.waitForSelector("canvas[data-testid=sharp]:not([data-sharp])", { state: "attached" });
  await page.waitForTimeout(1500);
  expect(await page.getByTestId("sharp").isVisible()).toBe(false);
}, 150_000);

test("tiles are of the original at full size; where there is none, a sentence says so", async () => {
  const { sha256 } = await millPhoto("SM-0415.jpg");
  const tile = (at: string) => fetch(`${address}/api/previews/${sha256}/tiles/${at}`);
  const first = await tile("0/0");
  expect(first.status).toBe(200);
  expect(first.headers.get("content-type")).toBe("image/jpeg");
  // JPEG's frame header tells height and width.
  const bytes = Buffer.from(await first.arrayBuffer());
  const frame = bytes.indexOf(Buffer.from([0xff, 0xc0]));
  expect([bytes.readUInt16BE(frame + 7), bytes.readUInt16BE(frame + 5)]).toEqual([1024, 1024]);
  for (const at of ["3/0", "0/2", "-1/0", "0/x", "99999/0"]) {
    const none = await tile(at);
    expect(none.status).toBe(404);
    expect(((await none.json()) as { error: string }).error).toMatch(/[.]$/);
  }
  // The kernel's memory is of a kind that only a page kept apart from other sites' may have.
  await openFresh(page, "SM-0415.jpg");
  expect(await page.evaluate(() => crossOriginIsolated)).toBe(true);
}, 120_000);
