import type { Page } from "playwright-core";
import { counted, field, onPlane, openFresh, put, rested, shown, usePage } from "./app";

/** Finish: tone by numbers and keys, a neutral place, levelled light, sharpness; each undone, kept over a reload. */
let page: Page;
usePage((opened) => void (page = opened), { readsPixels: true });

/** The colour of the sheet at a place of the plane. */
async function colourAt(x: number, y: number): Promise<number[]> {
  const [px, py] = await onPlane(page, [x, y]);
  const png = await page.screenshot({ clip: { x: Math.round(px) - 1, y: Math.round(py) - 1, width: 3, height: 3 } });
  return page.evaluate(async (base64) => {
    const bytes = Uint8Array.from(atob(base64), (c) => c.charCodeAt(0));
    const bitmap = await createImageBitmap(new Blob([bytes], { type: "image/png" }));
    const canvas = new OffscreenCanvas(3, 3);
    const context = canvas.getContext("2d")!;
    context.drawImage(bitmap, 0, 0);
    return [...context.getImageData(1, 1, 1, 1).data].slice(0, 3);
  }, png.toString("base64"));
}
const light = (v: number): number => (v / 255 <= 0.04045 ? v / 255 / 12.92 : ((v / 255 + 0.055) / 1.055) ** 2.4);
/** A plain place on the reading room's wall, and one on its floor. */
const WALL = [2200, 1000] as const;

async function openRoom(): Promise<void> {
  await openFresh(page, "SM-0415.jpg");
  await page.keyboard.press("6");
  await page.getByRole("figure", { name: /How bright the frame is/ }).waitFor();
  await rested(page);
}

test("a stop less halves the light on the sheet; keys, resets, the switch, and steps back", async () => {
  await openRoom();
  const before = await colourAt(...WALL);
  await put(page, "Exposure, stops", "-1");
  await rested(page);
  const after = await colourAt(...WALL);
  for (let c = 0; c < 3; c++) expect(Math.abs(light(after[c]!) / light(before[c]!) - 0.5)).toBeLessThan(0.03);
  await page.getByRole("checkbox", { name: "applied" }).click();
  await rested(page);
  expect(await colourAt(...WALL)).toEqual(before);
  await page.keyboard.press("Control+z");
  await page.keyboard.press("Control+z");
  expect(await field(page, "Exposure, stops").inputValue()).toBe("0.00");
  await page.keyboard.press("Escape");
  await page
    .locator("canvas")
    .first()
    .click({ position: { x: 5, y: 5 }, force: true });
  await page.keyboard.press("ArrowUp");
  await page.keyboard.press("ArrowUp");
  await expectValue("Exposure, stops", "0.33");
  await page.getByRole("button", { name: "Reset Exposure" }).click();
  await expectValue("Exposure, stops", "0.00");
}, 180_000);

test("a number is dragged by its name and set by its slider, one step back for each; sums are reckoned, a double press resets", async () => {
  await openRoom();
  const name = (text: string) => page.locator("label span.cursor-ew-resize", { hasText: new RegExp(`^${text}$`) });
  const drag = async (text: string, by: number, end: () => Promise<void>): Promise<void> => {
    const box = (await name(text).boundingBox())!;
    const [x, y] = [box.x + 12, box.y + box.height / 2];
    await page.mouse.move(x, y);
    await page.mouse.down();
    for (let k = 1; k <= 4; k++) await page.mouse.move(x + (by * k) / 4, y);
    await end();
  };
  await drag("Exposure", 40, () => page.mouse.up());
  await expectValue("Exposure, stops", "1.00");
  // A drag that is over leaves Escape to others: here it takes back what is typed.
  await field(page, "Exposure, stops").fill("5");
  await page.keyboard.press("Escape");
  await expectValue("Exposure, stops", "1.00");
  await page.keyboard.press("Escape");
  await page.keyboard.press("Control+z");
  await expectValue("Exposure, stops", "0.00");
  await page.keyboard.down("Shift");
  await drag("Exposure", -8, () => page.mouse.up());
  await page.keyboard.up("Shift");
  await expectValue("Exposure, stops", "-2.00");
  await drag("Exposure", 40, async () => {
    await expectValue("Exposure, stops", "-1.00");
    await page.keyboard.press("Escape");
    await page.mouse.up();
  });
  await expectValue("Exposure, stops", "-2.00");
  await name("Exposure").dblclick();
  await expectValue("Exposure, stops", "0.00");
  const slider = page.locator('label:has(input[aria-label="Contrast, %"]) input[type="range"]');
  await slider.fill("40");
  await slider.dispatchEvent("pointerup");
  await expectValue("Contrast, %", "40");
  await put(page, "Contrast, %", "12*8");
  await expectValue("Contrast, %", "96");
  const contrast = field(page, "Contrast, %");
  await contrast.focus();
  await contrast.hover();
  await page.mouse.wheel(0, 100);
  await expectValue("Contrast, %", "91");
}, 180_000);

async function expectValue(name: string, value: string): Promise<void> {
  await page.waitForFunction(
    ([label, asked]) => document.querySelector<HTMLInputElement>(`input[aria-label="${label}"]`)?.value === asked,
    [name, value] as const,
  );
}

test("a place pressed on becomes neutral; the light is levelled as proposed; clipped tones are told", async () => {
  await openRoom();
  await put(page, "Warmth, stops", "0.6");
  await rested(page);
  const tinted = await colourAt(...WALL);
  expect(tinted[0]! - tinted[2]!).toBeGreaterThan(15);
  await page.keyboard.press("Escape");
  await page.keyboard.press(";");
  await page.mouse.click(...(await onPlane(page, [...WALL])));
  await rested(page);
  const neutral = await colourAt(...WALL);
  expect(Math.max(...neutral) - Math.min(...neutral)).toBeLessThanOrEqual(4);
  // Levelled as proposed, which then is proposed no more.
  await page.getByRole("button", { name: "Level the light" }).click();
  await page.getByRole("button", { name: "Level the light" }).waitFor({ state: "hidden" });
  expect(await field(page, "Black from, %").inputValue()).not.toBe("0");
  await put(page, "Exposure, stops", "2");
  await page
    .getByTestId("clipped")
    .getByText(/\d+ % at white/)
    .waitFor();
  await page.waitForTimeout(2500);
  const exposure = await field(page, "Exposure, stops").inputValue();
  await page.reload();
  await rested(page);
  await page.keyboard.press("6");
  await expectValue("Exposure, stops", exposure);
}, 180_000);

test("even sharpness is measured as shot and given back; sharpened for a screen; at 100 % it is seen", async () => {
  await openFresh(page, "SM-0414.jpg");
  await page.keyboard.press("2");
  await put(page, "Pitch, °", "24");
  await page.keyboard.press("6");
  await page
    .getByTestId("even-words")
    .getByText(/stretched up to \d\.\d times; 100 % gives back/)
    .waitFor();
  await put(page, "Even sharpness, %", "100");
  await page
    .getByTestId("even-words")
    .getByText(/As shot: edges 0\.\d\d px soft, noise 0\.\d %/)
    .waitFor();
  // From the field itself: Escape leaves it, and keys are the Bench's again.
  await field(page, "Even sharpness, %").focus();
  await page.keyboard.press("Escape");
  await page.keyboard.press("d");
  expect(await field(page, "Even sharpness, %").inputValue()).toBe("100");
  expect((await shown(page)).scale).toBeCloseTo(1, 2);
  await page.getByLabel("Sharpened for").selectOption("screen");
  await expectValue("Amount, %", "60");
  await page.keyboard.press("Escape");
  await page.keyboard.press("d");
  await page.waitForFunction(() => document.querySelector("canvas[data-rested]") !== null);
  expect((await shown(page)).scale).toBeCloseTo(1, 2);
  await page.getByLabel("Sharpened for").selectOption("none");
  await counted(field(page, "Amount, %"), 0);
}, 180_000);
