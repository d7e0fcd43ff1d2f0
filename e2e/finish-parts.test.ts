import type { Page } from "playwright-core";
import { counted, fetched, field, millPhoto, onPlane, openFresh, openId, put, rested, stroke, usePage } from "./app";
import { apart, deliveredPng, seenAt } from "./seen";

/** Finish by parts: washes and dabs drawn, moved, undone; the tone curve; each part without, and reset; carried to other photos. */
let page: Page;
usePage((opened) => void (page = opened), { readsPixels: true });

/** A plain place on the reading room's wall, high up, and one much lower. */
const HIGH = [1200, 620] as const;
const LOW = [2200, 1000] as const;
const light = (v: number): number => (v / 255 <= 0.04045 ? v / 255 / 12.92 : ((v / 255 + 0.055) / 1.055) ** 2.4);
const stops = (after: number[], before: number[]): number => Math.log2(light(after[1]!) / light(before[1]!));

/** Stops of red over blue. */
const warmth = ([r, , b]: number[]): number => Math.log2(light(r!) / light(b!));

async function openRoom(): Promise<void> {
  await openFresh(page, "SM-0415.jpg");
  await page.keyboard.press("6");
  await page.getByRole("figure", { name: /How bright the frame is/ }).waitFor();
  await rested(page);
}
/** A stroke over the sheet; then the pointer leaves it, with its brush. */
const drawn = async (from: readonly [number, number], to: readonly [number, number]): Promise<void> => {
  await stroke(page, await onPlane(page, [...from]), await onPlane(page, [...to]));
  await page.mouse.move(1200, 60);
};
const selected = () => page.getByRole("table", { name: "Masks" }).locator("tr[aria-selected=true]");

test("a wash changes what is beyond its first end; set by numbers, moved by mouse and keys, switched, undone", async () => {
  await openRoom();
  const [high, low] = [await seenAt(page, HIGH), await seenAt(page, LOW)];
  await page.keyboard.press("Shift+W");
  await drawn([1500, 680], [1500, 860]);
  await selected().getByText("W1").waitFor();
  await put(page, "Exposure of W1, stops", "-1");
  expect(Math.abs(stops(await seenAt(page, HIGH), high) + 1)).toBeLessThan(0.06);
  expect(apart(await seenAt(page, LOW), low)).toBeLessThan(2);
  // Pulled down by its first end, then moved whole by its middle: the wall further down is reached.
  await page.keyboard.press("m");
  await drawn([1500, 680], [1500, 760]);
  await drawn([1500, 810], [1500, 1260]);
  expect(stops(await seenAt(page, LOW), low)).toBeLessThan(-0.9);
  await page.keyboard.press("Shift+ArrowUp");
  await page.keyboard.press("Shift+ArrowUp");
  const before = await ends();
  await page.keyboard.press("ArrowDown");
  expect((await ends())[0]![1] - before[0]![1]).toBeCloseTo(1, 1);
  await page.keyboard.press("Shift+Z");
  expect(apart(await seenAt(page, HIGH), high)).toBeLessThan(2);
  await page.keyboard.press("Shift+Z");
  await page.keyboard.press("Delete");
  await counted(page.getByRole("table", { name: "Masks" }), 0);
  await page.keyboard.press("Control+z");
  expect(stops(await seenAt(page, HIGH), high)).toBeLessThan(-0.9);
}, 240_000);

/** The first mask's ends, as the server has them once saved. */
async function ends(): Promise<[number, number][]> {
  await page.waitForTimeout(1200);
  await page.waitForFunction(() => document.querySelector('[data-testid="save-state"]')?.textContent === "saved");
  const { recipe } = await fetched<{ recipe: { finish: { masks: { ends: [number, number][] }[] } } }>(
    `/api/versions/${openId(page)}`,
  );
  return recipe.finish.masks[0]!.ends;
}

test("dabs add and, with Alt, take away; warmer; what is covered is shown; what is delivered is what is seen at 100 %", async () => {
  await openRoom();
  const before = await seenAt(page, LOW);
  await page.keyboard.press("Shift+B");
  await drawn([2150, 940], [2250, 940]);
  await put(page, "Exposure of D1, stops", "-1");
  await put(page, "Warmth of D1, stops", "0.5");
  const dabbed = await seenAt(page, LOW);
  expect(dabbed[1]!).toBeLessThan(before[1]! - 25);
  expect(warmth(dabbed) - warmth(before)).toBeGreaterThan(0.35);
  await page.getByText("Its edge clings to the edges in the picture").click();
  await page.keyboard.press("d");
  await page.waitForSelector("canvas[data-sharp]", { timeout: 90_000 });
  await page.keyboard.press("h");
  const middle = await page.evaluate(() => {
    const { scale, shift } = JSON.parse(
      document.querySelector('[data-testid="sheet"]')!.getAttribute("data-view")!,
    ) as {
      scale: number;
      shift: [number, number];
    };
    const sharp = document.querySelector<HTMLCanvasElement>("canvas[data-sharp]")!;
    const [x, y] = [Math.round(sharp.width / 2), Math.round(sharp.height / 2)];
    const at = [(x + sharp.offsetLeft - shift[0]) / scale, (y + sharp.offsetTop - shift[1]) / scale];
    const { data } = sharp.getContext("2d")!.getImageData(x - 60, y - 60, 120, 120);
    return { scale, at: at as [number, number], data: [...data] };
  });
  expect(middle.scale).toBe(1);
  const file = await deliveredPng(page);
  const worst = await page.evaluate(
    async ({ url, at, data }) => {
      const bitmap = await createImageBitmap(await (await fetch(url)).blob());
      const context = new OffscreenCanvas(bitmap.width, bitmap.height).getContext("2d")!;
      context.drawImage(bitmap, 0, 0);
      // The sheet may lie a fraction of a pixel beside: means of twelve pixels by twelve are compared.
      const made = context.getImageData(Math.round(at[0]) - 60, Math.round(at[1]) - 60, 120, 120).data;
      const means = (from: ArrayLike<number>): number[] => {
        const sums = new Array<number>(300).fill(0);
        for (let i = 0; i < 120 * 120; i++) {
          const block = 10 * Math.floor(i / 1440) + Math.floor((i % 120) / 12);
          for (let c = 0; c < 3; c++) sums[3 * block + c]! += from[4 * i + c]! / 144;
        }
        return sums;
      };
      const [seen, got] = [means(data), means(made)];
      return seen.reduce((sum, v, i) => sum + Math.abs(v - got[i]!), 0) / seen.length;
    },
    { url: file, at: middle.at, data: middle.data },
  );
  expect(worst).toBeLessThan(1);
  await page.keyboard.press("f");
  await page.keyboard.press("h");
  await page.keyboard.press("Shift+B");
  await page.keyboard.down("Alt");
  await drawn([2150, 940], [2250, 940]);
  await page.keyboard.up("Alt");
  expect(apart(await seenAt(page, LOW), before)).toBeLessThan(14);
  await page.keyboard.press("Control+z");
  // A step back keeps what is selected and still there.
  await selected().getByText("D1").waitFor();
  await page.keyboard.press("'");
  expect(await page.getByRole("checkbox", { name: /^Show what it covers/ }).isChecked()).toBe(true);
}, 240_000);

test("the tone curve by mouse and keyboard; the picture without the light while held; the light reset alone", async () => {
  await openRoom();
  const before = await seenAt(page, LOW);
  await page.getByRole("button", { name: "Curve", exact: true }).click();
  const box = (await page.getByTestId("tone-curve").boundingBox())!;
  const at = (x: number, y: number): [number, number] => [box.x + x * box.width, box.y + (1 - y) * box.height];
  await stroke(page, at(0.7, 0.7), at(0.7, 0.45));
  const darker = await seenAt(page, LOW);
  expect(darker[1]!).toBeLessThan(before[1]! - 15);
  const point = page.getByRole("slider", { name: /^Point 2:/ });
  await point.focus();
  await page.keyboard.press("Shift+ArrowUp");
  await page.keyboard.press("Shift+ArrowUp");
  expect((await seenAt(page, LOW))[1]!).toBeGreaterThan(darker[1]! + 5);
  await page.keyboard.press("Shift+ArrowDown");
  await put(page, "Warmth, stops", "0.4");
  const warm = await seenAt(page, LOW);
  const hold = page.getByRole("button", { name: /^Before: the picture without its light/ });
  await hold.focus();
  await page.keyboard.down(" ");
  const without = await seenAt(page, LOW);
  await page.keyboard.up(" ");
  expect(without[1]!).toBeGreaterThan(warm[1]! + 5);
  expect(without[0]! - without[2]!).toBeGreaterThan(before[0]! - before[2]! + 10);
  expect(apart(await seenAt(page, LOW), warm)).toBeLessThan(2);
  await page.getByRole("button", { name: "Reset the light" }).click();
  expect(apart(await seenAt(page, LOW), without)).toBeLessThan(2);
  expect(await field(page, "Warmth, stops").inputValue()).toBe("0.40");
  await page.keyboard.press("Control+z");
  await point.focus();
  await page.keyboard.press("Delete");
  expect(await point.getAttribute("aria-label")).toContain("100 %");
}, 240_000);

test("Finish is carried to another photo, as a new version of it; what is carried twice is told", async () => {
  await openRoom();
  const versions = async () => (await millPhoto("SM-0418.jpg")).versions;
  const had = await versions();
  // Another exposure each time: what a photo has already is not carried again.
  const exposure = 0.3 + had.length / 100;
  await put(page, "Exposure, stops", exposure.toFixed(2));
  await page.getByRole("button", { name: "Carry to other photos" }).click();
  const dialog = page.getByRole("dialog", { name: "Carry to other photos" });
  expect(await dialog.getByRole("checkbox", { name: "Finish", exact: true }).isChecked()).toBe(true);
  await dialog.getByRole("checkbox", { name: "SM-0418.jpg" }).check();
  await dialog.getByRole("button", { name: "Carry to 1 photo" }).click();
  await dialog.getByText("1 new version").waitFor();
  const now = await versions();
  expect(now.length).toBe(had.length + 1);
  const { recipe } = await fetched<{ recipe: { finish: { exposure: number } } }>(`/api/versions/${now.at(-1)!.id}`);
  expect(recipe.finish.exposure).toBeCloseTo(exposure, 6);
  await dialog.getByRole("button", { name: "Carry to 1 photo" }).click();
  await dialog.getByText("1 had it already").waitFor();
  expect((await versions()).length).toBe(now.length);
  await page.keyboard.press("Escape");
  await dialog.waitFor({ state: "hidden" });
}, 180_000);
