import type { Page } from "playwright-core";
import { apart, comesTo, seenAt } from "./seen";
import { counted, onPlane, openFresh, put, rested, shown, stroke, strokeByHand, usePage } from "./app";

/** Checking without changing: the gauge's readings, and the tour of corners and edges. */
let page: Page;
usePage((opened) => void (page = opened), { readsPixels: true });

const saved = () => page.getByTestId("save-state").innerText();
/** What the gauges read, as the page holds it for those who cannot see the canvas. */
const readings = () => page.getByTestId("gauges").locator("li").allInnerTexts();

test("a gauge along an edge reads its angle with its ±, in the picture as it is corrected now; it changes nothing", async () => {
  await openFresh(page, "SM-0414.jpg");
  await page.keyboard.press("F6");
  // The lamp post leans as shot: its foot and head on the original.
  const [foot, head] = [await onPlane(page, [222, 2380]), await onPlane(page, [318, 1830])];
  await strokeByHand(page, foot, head);
  await page.waitForFunction(() => document.querySelectorAll('[data-testid="gauges"] li').length === 1);
  const [asShot] = await readings();
  const degrees = Number(asShot!.match(/^([\d.]+)°/)![1]);
  expect(degrees).toBeGreaterThan(7);
  expect(degrees).toBeLessThan(13);
  expect(asShot).toContain("to the right");
  expect(await page.getByRole("button", { name: "Undo" }).isDisabled()).toBe(true);
  // Corrected, the same reading is nearly true.
  await page.keyboard.press("2");
  await put(page, "Pitch, °", "20");
  await rested(page);
  const [corrected] = await readings();
  expect(corrected).not.toBe(asShot);
  expect(Number(corrected!.match(/([\d.]+)°/)![1])).toBeLessThan(degrees / 2);
  // They are there again after a reload.
  await page.waitForFunction(() => document.querySelector('[data-testid="save-state"]')?.textContent === "saved");
  await page.reload();
  await rested(page);
  expect(await readings()).toEqual([corrected]);
  await page.keyboard.press("F6");
  // A second one along an edge by itself; a press takes a reading away.
  await stroke(page, await onPlane(page, [1000, 1500]), await onPlane(page, [1000, 1900]));
  await page.waitForFunction(() => document.querySelectorAll('[data-testid="gauges"] li').length === 2);
  const at = await onPlane(page, [1000, 1700]);
  expect(await saved()).not.toBe("failed");
  await page.mouse.click(...at);
  await page.waitForTimeout(500);
  expect((await readings()).length).toBeLessThanOrEqual(2);
}, 180_000);

test("the tour goes round the corners at 100 % and back to the whole picture", async () => {
  await openFresh(page, "SM-0414.jpg");
  const whole = (await shown(page)).scale;
  const seen: string[] = [];
  for (let i = 0; i < 4; i++) {
    await page.keyboard.press("F4");
    await page.waitForTimeout(300);
    const view = await shown(page);
    expect(view.scale).toBeCloseTo(1, 6);
    seen.push(view.shift.map(Math.round).join());
  }
  expect(new Set(seen).size).toBe(4);
  await page.getByText(/Lower left corner: 4 of/).waitFor();
  for (let i = 0; i < 5 && (await shown(page)).scale === 1; i++) {
    await page.keyboard.press("F4");
    await page.waitForTimeout(300);
  }
  expect((await shown(page)).scale).toBeCloseTo(whole, 6);
}, 120_000);

test("the grid's spaces, place and colour are set while it is shown; thirds lie in the frame", async () => {
  await openFresh(page, "SM-0414.jpg");
  const third = [2000 / 3, 1000] as const;
  // The photo's own edges are drawn over it once they are found, whenever that is.
  await page.keyboard.press("h");
  const before = await seenAt(page, third);
  await page.keyboard.press("g");
  const bar = page.getByRole("group", { name: "Grid" });
  await bar.waitFor();
  await put(page, "Opacity, %", "100");
  await put(page, "Spaces", "2");
  // Two spaces across 3000 pixels, about the middle: no line at a third, one in the middle.
  expect(await comesTo(page, third, before, 2)).toBeLessThan(2);
  const middle = [1000, 700] as const;
  await bar.getByLabel("Colour of the grid").selectOption("red");
  const [r, , b] = await seenAt(page, middle);
  await bar.getByLabel("Colour of the grid").selectOption("green");
  const green = await seenAt(page, middle);
  expect(r! - b!).toBeGreaterThan(green[0]! - green[2]! + 15);
  await bar.getByLabel("In the frame").selectOption("thirds");
  expect(apart(await seenAt(page, third), before)).toBeGreaterThan(10);
  await put(page, "Right, %", "40");
  expect(apart(await seenAt(page, middle), green)).toBeGreaterThan(5);
  await page.keyboard.press("g");
  await counted(bar, 0);
}, 180_000);
