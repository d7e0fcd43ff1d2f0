import type { Browser, Page } from "playwright-core";
import { launch, onPlane, openFresh, put, stroke, strokeByHand } from "./app";

/** Numbers as the browser's language writes them, and steps told to those who hear the page. */
let browser: Browser;
let page: Page;
beforeAll(async () => {
  browser = await launch();
  const context = await browser.newContext({ locale: "de-DE", viewport: { width: 1280, height: 800 } });
  page = await context.newPage();
  page.setDefaultTimeout(90_000);
  await page.addInitScript(() => localStorage.setItem("flat-stone-hint-gone", "gone"));
}, 60_000);
afterAll(() => browser?.close());

const told = () => page.getByTestId("step-told").innerText();

test("a comma where the language has one, shown and typed; a point is understood too", async () => {
  await openFresh(page, "SM-0414.jpg");
  await page.keyboard.press("2");
  const pitch = page.getByLabel("Pitch, °");
  expect(await pitch.inputValue()).toBe("0,00");
  await put(page, "Pitch, °", "3,5");
  expect(await pitch.inputValue()).toBe("3,50");
  await put(page, "Pitch, °", "−4.25");
  expect(await pitch.inputValue()).toMatch(/^[-−]4,25$/);
  await pitch.press("ArrowUp");
  expect(await pitch.inputValue()).toMatch(/^[-−]4,1[0-9]$/);
}, 120_000);

test("a stroke is told with how the line stood and stands, and so is taking it back", async () => {
  await openFresh(page, "SM-0414.jpg");
  await page.keyboard.press("2");
  await page.keyboard.press("p");
  await strokeByHand(page, await onPlane(page, [222, 2380]), await onPlane(page, [318, 1830]));
  await page.waitForFunction(() => /^Plumb 1/.test(document.querySelector('[data-testid="step-told"]')!.textContent!));
  // One alone could lean in many ways.
  expect(await told()).toMatch(/^Plumb 1, 9,\d degrees before, 9,\d after\.$/);
  await strokeByHand(page, await onPlane(page, [1480, 2300]), await onPlane(page, [1400, 1500]));
  await page.waitForFunction(() => /^Plumb 2/.test(document.querySelector('[data-testid="step-told"]')!.textContent!));
  expect(await told()).toMatch(/^Plumb 2, 5,\d degrees before, 0,0 after/);
  await page.keyboard.press("Control+z");
  await page.waitForFunction(() => /^Taken/.test(document.querySelector('[data-testid="step-told"]')!.textContent!));
  expect(await told()).toMatch(/^Taken back: .*plumb deleted/);
}, 120_000);

test("paper is measured in inches where people do, and kept all the same", async () => {
  const context = await browser.newContext({ locale: "en-US", viewport: { width: 1280, height: 800 } });
  const other = await context.newPage();
  other.setDefaultTimeout(90_000);
  await openFresh(other, "SM-0414.jpg");
  await other.keyboard.press("4");
  const kind = other.getByRole("combobox", { name: "Output size", exact: true });
  await kind.selectOption("inches at dpi");
  await put(other, "Longer side, in", "10");
  // 10 inches at 300 dpi, whatever they are called.
  expect(await other.getByTestId("output-words").innerText()).toMatch(/2.000 × 3.000 px, 6\.7 × 10\.0 in on paper/);
  // And buildings in feet: a new measure, the scale it gives, and the tape.
  await other.keyboard.press("3");
  await other.keyboard.press("Shift+R");
  await stroke(other, await onPlane(other, [500, 900]), await onPlane(other, [1100, 2300]));
  expect(await other.getByLabel("Unit").inputValue()).toBe("ft");
  await put(other, "Height, ft", "6.5");
  await other
    .getByTestId("scale")
    .getByText(/a pixel is 0\.\d+ in\b.*read in feet/)
    .waitFor();
  await other.keyboard.press("Shift+T");
  await stroke(other, await onPlane(other, [500, 1000]), await onPlane(other, [1100, 1000]));
  await other.getByText(/^T1: wall \d+\.\d+ ± [\d.]+ ft/).waitFor();
  await context.close();
}, 120_000);
