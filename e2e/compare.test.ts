import type { Page } from "playwright-core";
import { counted, onPlane, openFresh, put, rested, shown, usePage } from "./app";
import { apart, madeUp, seenAt } from "./seen";
import { drawnByFinger, pinched } from "./touch";
import { withGaps } from "./with-gaps";

/** Two pictures compared: held, blinked, wiped, side by side, one above the other, and what differs; each is the very picture it is alone. */
let page: Page;
usePage((opened) => void (page = opened), { readsPixels: true });

type Box = { x: number; y: number; width: number; height: number };

/** Pixels of a part of the page, without what is laid over it: red, green, blue side by side. */
async function pixels(box: Box): Promise<number[]> {
  const shot = (await page.screenshot({ clip: box })).toString("base64");
  return page.evaluate(
    async ({ png, width, height }) => {
      const bytes = Uint8Array.from(atob(png), (c) => c.charCodeAt(0));
      const bitmap = await createImageBitmap(new Blob([bytes], { type: "image/png" }));
      const context = new OffscreenCanvas(width, height).getContext("2d")!;
      context.drawImage(bitmap, 0, 0);
      return [...context.getImageData(0, 0, width, height).data].filter((_, i) => i % 4 < 3);
    },
    { png: shot, width: box.width, height: box.height },
  );
}
const worst = (a: number[], b: number[]): number => a.reduce((m, v, i) => Math.max(m, Math.abs(v - b[i]!)), 0);
const mean = (a: number[], b: number[]): number => a.reduce((s, v, i) => s + Math.abs(v - b[i]!), 0) / a.length;

/** Boxes of the picture to the left and to the right of its middle, clear of bars and names. */
async function boxes(): Promise<{ left: Box; right: Box }> {
  const { x, y } = (await page.getByTestId("sheet").boundingBox())!;
  return {
    left: { x: Math.round(x) + 395, y: Math.round(y) + 420, width: 60, height: 60 },
    right: { x: Math.round(x) + 505, y: Math.round(y) + 420, width: 60, height: 60 },
  };
}
async function settle(): Promise<void> {
  await page.waitForTimeout(900);
  await rested(page);
}
const way = (name: string) => page.getByRole("toolbar", { name: "Compare" }).getByRole("button", { name, exact: true });

async function openTower(): Promise<void> {
  await openFresh(page, "SM-0414.jpg");
  await page.keyboard.press("2");
  await put(page, "Pitch, °", "14");
  await page.keyboard.press("h");
  await settle();
}

test("either side of a wipe is the very picture that it is alone; its edge is moved and turned by mouse and keys", async () => {
  await openTower();
  // Without Lines the picture is as shot: the same pixels as those of the view as shot are compared at the same view.
  const { left, right } = await boxes();
  const now = { left: await pixels(left), right: await pixels(right) };
  await page.keyboard.press("F8");
  await page.getByTestId("compared").waitFor({ state: "attached" });
  await settle();
  expect(await page.getByTestId("name-first").innerText()).toBe("As it is now");
  expect(await page.getByTestId("name-other").innerText()).toBe("As shot");
  expect(worst(await pixels(left), now.left)).toBe(0);
  const other = await pixels(right);
  expect(mean(other, now.right)).toBeGreaterThan(2);
  // Held, all of the other shows: to the right of the edge it is the same to the pixel.
  await way("Hold").click();
  await page.keyboard.down("o");
  await page.waitForTimeout(200);
  expect(await page.getByTestId("name-shown").innerText()).toBe("As shot");
  const held = { left: await pixels(left), right: await pixels(right) };
  expect(worst(held.right, other)).toBe(0);
  await page.keyboard.up("o");
  await page.waitForTimeout(200);
  expect(worst(await pixels(right), now.right)).toBe(0);
  // The edge dragged over to the left: now the left is the other's, too.
  await way("Wipe").click();
  const grip = page.getByRole("button", { name: /^Edge of the wipe/ });
  const at = (await grip.boundingBox())!;
  await page.mouse.move(at.x + 16, at.y + 16);
  await page.mouse.down();
  await page.mouse.move(at.x - 250, at.y + 16, { steps: 4 });
  await page.mouse.up();
  expect(worst(await pixels(left), held.left)).toBe(0);
  await way("level").click();
  await grip.focus();
  for (let i = 0; i < 4; i++) await page.keyboard.press("Shift+ArrowDown");
  expect(worst(await pixels(left), now.left)).toBe(0);
  const turn = page.getByRole("button", { name: /^Turn the edge/ });
  await turn.focus();
  await page.keyboard.press("Shift+ArrowRight");
  expect(await page.getByTestId("wipe").getAttribute("style")).toContain("rotate(105deg)");
  await page.keyboard.press("Escape");
  await counted(page.getByTestId("compared"), 0);
  await settle();
  expect(worst(await pixels(right), now.right)).toBe(0);
}, 240_000);

test("by touch: the wipe's edge goes with a finger, two fingers zoom both pictures, and nothing is drawn", async () => {
  await openTower();
  const { left } = await boxes();
  const now = await pixels(left);
  await page.keyboard.press("F8");
  await page.getByTestId("compared").waitFor({ state: "attached" });
  const grip = (await page.getByRole("button", { name: /^Edge of the wipe/ }).boundingBox())!;
  const from: [number, number] = [grip.x + 16, grip.y + 16];
  await drawnByFinger(page, from, [from[0] - 260, from[1]]);
  await settle();
  // The edge is left of this place now: the other picture shows there.
  expect(mean(await pixels(left), now)).toBeGreaterThan(2);
  const before = (await shown(page)).scale;
  await pinched(page, [from[0] + 100, from[1] + 60], 2);
  await page.waitForFunction(
    (s) => JSON.parse(document.querySelector("[data-testid=sheet]")!.getAttribute("data-view")!).scale > 1.4 * s,
    before,
  );
  await way("Side by side").click();
  await drawnByFinger(page, [from[0], from[1] + 90], [from[0] + 80, from[1] + 120]);
  await settle();
  expect((await shown(page)).scale / before).toBeGreaterThan(1.4);
  await page.getByRole("button", { name: "End comparing" }).click();
  // One step, the pitch: a finger that compares draws nothing.
  await page.keyboard.press("Control+z");
  expect(await page.getByRole("button", { name: "Undo" }).isDisabled()).toBe(true);
}, 240_000);

test("blinking goes by itself at a pace, or by the key alone", async () => {
  await openTower();
  await page.getByRole("button", { name: "Compare", exact: true }).click();
  await way("Blink").click();
  const name = page.getByTestId("name-shown");
  for (const words of ["As shot", "As it is now", "As shot"]) await name.getByText(words).waitFor();
  await page.getByRole("combobox", { name: "Pace" }).selectOption("by O alone");
  await page.getByRole("combobox", { name: "Pace" }).blur();
  // One blink may be under way still.
  await page.waitForTimeout(1000);
  const before = await name.innerText();
  await page.waitForTimeout(1500);
  expect(await name.innerText()).toBe(before);
  await page.keyboard.press("o");
  expect(await name.innerText()).not.toBe(before);
}, 180_000);

test("side by side the same window is in both, as large, and both go along when zoomed; what is the same differs by nothing", async () => {
  await openTower();
  await page.keyboard.press("F8");
  await way("Side by side").click();
  await settle();
  expect(await page.getByTestId("name-other").innerText()).toBe("As shot");
  const before = (await shown(page)).scale;
  await page.getByRole("button", { name: "Larger" }).click();
  expect((await shown(page)).scale).toBeCloseTo(1.4 * before, 3);
  await way("Above").click();
  await settle();
  // With itself, nothing differs anywhere.
  await page.getByRole("combobox", { name: "The other picture" }).selectOption("As it is now");
  await way("Difference").click();
  await settle();
  const { left, right } = await boxes();
  expect(Math.max(...(await pixels(left)), ...(await pixels(right)))).toBe(0);
  await page.getByRole("combobox", { name: "The other picture" }).selectOption("Without Lines");
  await settle();
  expect(Math.max(...(await pixels(right)))).toBeGreaterThan(100);
  expect(await page.getByTestId("name-shown").innerText()).toContain("Without Lines");
}, 240_000);

test("with a step of before, and with the first picture another than now; at 100 % both are the kernel's own", async () => {
  await openTower();
  await put(page, "Pitch, °", "20");
  await page.getByRole("button", { name: "Compare", exact: true }).click();
  const other = page.getByRole("combobox", { name: "The other picture" });
  const steps = await other.locator("option").allInnerTexts();
  const step = steps.find((s) => s.startsWith("Before:"))!;
  await other.selectOption(step);
  expect(await page.getByTestId("name-other").innerText()).toBe(step);
  await page.getByRole("combobox", { name: "The first picture" }).selectOption("Without Lines");
  await page.getByTestId("name-first").getByText("Without Lines").waitFor();
  await page.getByTestId("zoom").click();
  await page.waitForSelector("canvas[data-testid=sharp][data-sharp]", { timeout: 90_000 });
  await page.waitForSelector("canvas[data-testid=compared-sharp][data-sharp]", { timeout: 90_000 });
  await page.getByRole("button", { name: "End comparing" }).click();
  // The first picture is the recipe again, and nothing was changed by looking.
  expect(await page.getByRole("textbox", { name: "Pitch, °", exact: true }).inputValue()).toBe("20.00");
}, 240_000);

test("what is made up at the edges is in the other picture, too", async () => {
  await withGaps(page);
  const inGap = [-110, 1300] as const;
  const empty = await seenAt(page, inGap);
  await page.getByRole("group", { name: "All gaps" }).getByRole("button", { name: "Fill" }).click();
  await madeUp(page);
  await page.keyboard.press("h");
  expect(apart(await seenAt(page, inGap), empty)).toBeGreaterThan(12);
  const [x, y] = await onPlane(page, [...inGap]);
  const there = { x: Math.round(x) - 3, y: Math.round(y) - 3, width: 7, height: 7 };
  const full = await pixels(there);
  await page.keyboard.press("F8");
  await page.getByRole("combobox", { name: "The other picture" }).selectOption("As it is now");
  await page.getByRole("combobox", { name: "The other picture" }).blur();
  await way("Hold").click();
  await page.keyboard.down("o");
  expect(await page.getByTestId("name-shown").innerText()).toBe("As it is now");
  // It is made, or fetched, a moment later.
  for (let i = 0; i < 40 && mean(await pixels(there), full) > 3; i++) await page.waitForTimeout(500);
  expect(mean(await pixels(there), full)).toBeLessThan(3);
  await page.keyboard.up("o");
}, 240_000);
