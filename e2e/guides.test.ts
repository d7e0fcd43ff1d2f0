import type { Page } from "playwright-core";
import { apart, comesTo, seenAt } from "./seen";
import { comesToBe, counted, onPlane, openFresh, put, rested, usePage } from "./app";
import { drawnByFinger } from "./touch";

/** Straight lines laid over the picture: guides from the rulers, the grid by its lines; and where tones are clipped. */
let page: Page;
usePage((opened) => void (page = opened), { readsPixels: true });

const tabs = () => page.getByRole("button", { name: /guide at/ });
const names = () => tabs().evaluateAll((all) => all.map((b) => b.getAttribute("aria-label")!));
const placeOf = (label: string): number => Number(/at (-?[\d.]+) pixels/.exec(label)![1]);

async function pull(from: readonly [number, number], to: readonly [number, number]): Promise<void> {
  await page.mouse.move(...from);
  await page.mouse.down();
  await page.mouse.move((from[0] + to[0]) / 2, (from[1] + to[1]) / 2, { steps: 3 });
  await page.mouse.move(...to, { steps: 3 });
  await page.mouse.up();
}

const middleOf = async (which: string): Promise<[number, number]> => {
  const box = (await page.getByTestId(which).boundingBox())!;
  return [box.x + box.width / 2, box.y + box.height / 2];
};

test("guides are pulled from the rulers, lie where they were let go, and are there after a reload", async () => {
  await openFresh(page, "SM-0414.jpg");
  const at = await onPlane(page, [1100, 700]);
  await page.keyboard.down("Alt");
  await pull(await middleOf("ruler-across"), at);
  await pull(await middleOf("ruler-down"), at);
  await page.keyboard.up("Alt");
  await counted(tabs(), 2);
  const [level, standing] = (await names()).map(placeOf);
  expect(Math.abs(level! - 700)).toBeLessThan(3);
  expect(Math.abs(standing! - 1100)).toBeLessThan(3);
  // The line lies on that very pixel of the picture.
  const line = (await page.getByTestId("guide").first().boundingBox())!;
  expect(Math.abs(line.y - (await onPlane(page, [1100, level!]))[1])).toBeLessThan(1);
  await page.waitForFunction(() => document.querySelector('[data-testid="save-state"]')?.textContent === "saved");
  await page.reload();
  await rested(page);
  expect((await names()).map(placeOf)).toEqual([level, standing]);
  // By keys: a pixel, ten with Shift, and away; each can be taken back.
  await tabs().first().focus();
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("Shift+ArrowDown");
  expect(placeOf((await names())[0]!)).toBeCloseTo(level! + 11, 1);
  await page.keyboard.press("Delete");
  await counted(tabs(), 1);
  await page.keyboard.press("Control+z");
  await page.keyboard.press("Control+z");
  expect((await names()).map(placeOf)).toEqual([level, standing]);
  // Dropped on its ruler it is gone.
  const tab = (await tabs().last().boundingBox())!;
  const ruler = await middleOf("ruler-down");
  await pull([tab.x + tab.width / 2, tab.y + tab.height / 2], [ruler[0] - 10, tab.y]);
  await counted(tabs(), 1);
}, 180_000);

test("a finger pulls a guide from the ruler as well", async () => {
  await openFresh(page, "SM-0414.jpg");
  const at = await onPlane(page, [1100, 700]);
  await drawnByFinger(page, await middleOf("ruler-across"), [at[0], at[1]]);
  // The finger is answered a moment later, and each of its moves after the one before.
  await counted(tabs(), 1);
  const off = async (): Promise<number> => Math.abs(placeOf((await names())[0]!) - 700);
  expect(await comesToBe(off, (d) => d < 40)).toBeLessThan(40);
}, 120_000);

test("a guide lies where it was let go, also on a page too busy to draw the last moves", async () => {
  await openFresh(page, "SM-0414.jpg");
  const [from, at] = [await middleOf("ruler-across"), await onPlane(page, [1100, 700])];
  await page.keyboard.down("Alt");
  await page.mouse.move(...from);
  await page.mouse.down();
  await page.mouse.move(from[0], (from[1] + at[1]) / 2, { steps: 3 });
  // The page is held up while the pointer goes on and is let go: it learns of both at once.
  const busy = page.evaluate(() => {
    for (const until = performance.now() + 1500; performance.now() < until;);
  });
  await Promise.all([page.mouse.move(...at), page.mouse.up(), busy]);
  await page.keyboard.up("Alt");
  await counted(tabs(), 1);
  expect(Math.abs(placeOf((await names())[0]!) - 700)).toBeLessThan(3);
}, 120_000);

test("a guide let go near a marked edge clings to it; with the marks hidden there are none", async () => {
  await openFresh(page, "SM-0414.jpg");
  // By hand the picture stays as it is, whatever is drawn.
  await put(page, "Pitch, °", "0");
  await page.keyboard.press("p");
  const [from, to] = [await onPlane(page, [400, 1500]), await onPlane(page, [1500, 1500])];
  await page.keyboard.down("Alt");
  await page.mouse.move(...from);
  await page.mouse.down();
  await page.mouse.move(...to, { steps: 6 });
  await page.mouse.up();
  await page.keyboard.up("Alt");
  const near = await onPlane(page, [900, 1500]);
  await pull(await middleOf("ruler-across"), [near[0], near[1] + 4]);
  await counted(tabs(), 1);
  // Where an edge is marked, and not 4 screen pixels, some ten of the picture, beside it.
  const [guide] = (await names()).map(placeOf);
  const off = Math.abs((await onPlane(page, [900, guide!]))[1] - near[1]);
  expect(off).toBeLessThan(3);
  await page.keyboard.press("h");
  await counted(tabs(), 0);
  await page.keyboard.press("h");
  await counted(tabs(), 1);
}, 180_000);

test("the grid follows a line of it that is dragged", async () => {
  await openFresh(page, "SM-0414.jpg");
  await page.keyboard.press("m");
  await page.keyboard.press("g");
  await put(page, "Spaces", "4");
  // A line stands in the middle of 2000 pixels across: taken a quarter of a space further.
  const [from, to] = [await onPlane(page, [1000, 700]), await onPlane(page, [1187.5, 700])];
  await pull(from, to);
  const right = Number(await page.getByLabel("Right, %").inputValue());
  expect(Math.abs(right - 25)).toBeLessThanOrEqual(1);
  // Beside the lines the picture is moved, as ever.
  const before = await page.getByTestId("sheet").getAttribute("data-view");
  const beside = await onPlane(page, [1400, 900]);
  await pull(beside, [beside[0] + 60, beside[1] + 10]);
  expect(await page.getByTestId("sheet").getAttribute("data-view")).not.toBe(before);
  expect(Number(await page.getByLabel("Right, %").inputValue())).toBe(right);
}, 120_000);

test("clipped tones are hatched where they are, and told; taken away by the same key", async () => {
  await openFresh(page, "SM-0414.jpg");
  await page.keyboard.press("h");
  await page.keyboard.press("6");
  await put(page, "Exposure, stops", "3");
  const bright = [1000, 300] as const;
  const plain = await seenAt(page, bright);
  expect(Math.max(...plain)).toBe(255);
  await page.keyboard.press("F10");
  await page
    .getByTestId("ends-told")
    .filter({ hasText: /% at white/ })
    .waitFor();
  expect(apart(await seenAt(page, bright), plain)).toBeGreaterThan(20);
  await put(page, "Exposure, stops", "-1");
  await page
    .getByTestId("ends-told")
    .filter({ hasText: /Nothing|at black|under 0.1 % at white/ })
    .waitFor();
  await put(page, "Exposure, stops", "3");
  await page.keyboard.press("F10");
  expect(await comesTo(page, bright, plain, 2)).toBeLessThan(2);
  await counted(page.getByTestId("ends"), 0);
}, 180_000);
