import { type Browser, type Page, chromium } from "playwright-core";
import { openFresh, openPage, launch, put } from "./app";

/** A browser without WebGL2: the picture is made by the kernel, at rest, and is the one that others see. */
let [plain, other]: (Browser | null)[] = [null, null];
afterAll(() => Promise.all([plain?.close(), other?.close()]));

const shot = async (page: Page): Promise<string> => {
  const { x, y } = (await page.getByTestId("sheet").boundingBox())!;
  const clip = { x: Math.round(x) + 300, y: Math.round(y) + 120, width: 320, height: 400 };
  return (await page.screenshot({ clip })).toString("base64");
};

test("it shows the corrected picture all the same, says that it is slower, and follows a change", async () => {
  const problems: string[] = [];
  plain = await chromium.launch({
    executablePath: "/usr/bin/chromium",
    args: ["--no-sandbox", "--disable-quic", "--no-first-run", "--disable-background-networking", "--disable-component-update", "--disable-sync", "--disable-gpu", "--disable-3d-apis"], // prettier-ignore
  });
  other = await launch();
  const [without, with2] = [
    await openPage(plain, problems, { readsPixels: true }),
    await openPage(other, problems, { readsPixels: true }),
  ];
  const made = async (page: Page, rest: string): Promise<string> => {
    await page.keyboard.press("2");
    await put(page, "Pitch, °", "14");
    await page.keyboard.press("h");
    await page.waitForTimeout(2500);
    await page.waitForSelector(rest, { timeout: 60_000 });
    return shot(page);
  };
  await openFresh(without, "SM-0414.jpg");
  expect(await without.evaluate(() => document.createElement("canvas").getContext("webgl2"))).toBeNull();
  await without.getByText("This browser has no WebGL2").waitFor();
  const bare = await made(without, "canvas[data-testid=sharp][data-sharp]");
  await openFresh(with2, "SM-0414.jpg");
  const drawn = await made(with2, "canvas[data-rested]");
  const apart = await with2.evaluate(
    async ([a, b]) => {
      const read = async (png: string): Promise<Uint8ClampedArray> => {
        const bytes = Uint8Array.from(atob(png), (c) => c.charCodeAt(0));
        const bitmap = await createImageBitmap(new Blob([bytes], { type: "image/png" }));
        const context = new OffscreenCanvas(bitmap.width, bitmap.height).getContext("2d")!;
        context.drawImage(bitmap, 0, 0);
        return context.getImageData(0, 0, bitmap.width, bitmap.height).data;
      };
      const [one, two] = [await read(a), await read(b)];
      let sum = 0;
      for (let i = 0; i < one.length; i++) sum += Math.abs(one[i]! - two[i]!);
      return sum / one.length;
    },
    [bare, drawn] as const,
  );
  expect(apart).toBeLessThan(4);
  expect(problems).toEqual([]);
}, 240_000);
