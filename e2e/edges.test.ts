import type { Page } from "playwright-core";
import { counted, field, onPlane, openFresh, stroke, usePage } from "./app";
import { apart, deliveredPng, madeUp, seenAt } from "./seen";
import { withGaps } from "./with-gaps";

/** Edges: what becomes of each gap, the fill that is shown, other answers, areas spared, and that it is what is delivered. */
let page: Page;
usePage((opened) => void (page = opened), { readsPixels: true });

test("without gaps it says so; gaps are named with their share, and filled in the background; undo takes it back", async () => {
  await openFresh(page, "SM-0412.jpg");
  await page.keyboard.press("5");
  await page.getByText("The frame has no gaps").waitFor();
  await withGaps(page);
  const gaps = page.getByRole("table", { name: "Gaps" });
  await gaps.getByText("left").waitFor();
  await gaps.getByText("right").waitFor();
  const inGap = [-110, 1300] as const;
  const empty = await seenAt(page, inGap);
  await page.getByRole("group", { name: "All gaps" }).getByRole("button", { name: "Fill" }).click();
  await madeUp(page);
  const full = await seenAt(page, inGap);
  expect(apart(full, empty)).toBeGreaterThan(12);
  await page.getByRole("button", { name: "Without" }).click();
  expect(apart(await seenAt(page, inGap), empty)).toBeLessThan(3);
  await page.getByRole("button", { name: "With fill" }).click();
  expect(apart(await seenAt(page, inGap), full)).toBeLessThan(3);
  await page.keyboard.press("Control+z");
  expect(apart(await seenAt(page, inGap), empty)).toBeLessThan(3);
}, 240_000);

test("another answer, an area spared, a colour, a trimmed side", async () => {
  await page.keyboard.press("Shift+f");
  await madeUp(page);
  await page.getByRole("button", { name: "Another one" }).click();
  await page.getByText("Answer 2").waitFor();
  await madeUp(page);
  await page.getByRole("button", { name: "The first" }).click();
  await madeUp(page);
  await page.keyboard.press("Shift+v");
  await stroke(page, await onPlane(page, [400, 900]), await onPlane(page, [900, 1300]));
  // A straight stroke encloses nothing.
  await counted(page.getByRole("table", { name: "Areas" }), 0);
  await page.mouse.move(...(await onPlane(page, [400, 900])));
  await page.mouse.down();
  for (const to of [
    [900, 900],
    [900, 1300],
    [400, 1300],
  ] as const)
    await page.mouse.move(...(await onPlane(page, [...to])), { steps: 4 });
  await page.mouse.up();
  await page.getByRole("table", { name: "Areas" }).getByText("never from here").waitFor();
  await page.getByRole("button", { name: "Delete S1" }).click();
  await page.getByLabel("Gap left", { exact: true }).selectOption("plain");
  await page.getByLabel("Colour of the gap left").fill("#2040a0");
  await madeUp(page);
  expect(apart(await seenAt(page, [-110, 1300]), [0x20, 0x40, 0xa0])).toBeLessThan(6);
  await page.getByLabel("Gap left", { exact: true }).selectOption("trim");
  await page.getByRole("table", { name: "Gaps" }).getByText("closed").waitFor();
  await page.keyboard.press("4");
  // The frame has stepped in from the left, and only there.
  expect(Number((await field(page, "Left, px").inputValue()).replace("−", "-"))).toBeGreaterThan(-100);
  expect(Number((await field(page, "Top, px").inputValue()).replace("−", "-"))).toBe(-200);
  // Bent shut the picture itself is drawn out to the frame, which is where it was.
  await page.keyboard.press("5");
  await page.getByLabel("Gap left", { exact: true }).selectOption("bend");
  await page.getByText("is drawn out to it").waitFor();
  expect(apart(await seenAt(page, [-110, 1300]), [0x20, 0x40, 0xa0])).toBeGreaterThan(20);
  await page.keyboard.press("4");
  expect(Number((await field(page, "Left, px").inputValue()).replace("−", "-"))).toBe(-150);
}, 240_000);

test("what of the fill may be off is listed, hatched when asked for, and brought to the middle by a press", async () => {
  await withGaps(page);
  await page.keyboard.press("Shift+f");
  await madeUp(page);
  const places = page.getByRole("region", { name: "What may be off" });
  const first = places.getByRole("listitem").first();
  await first.getByText(/% of the frame, \d+ levels/).waitFor();
  const sheet = page.getByTestId("sheet");
  const plain = await sheet.screenshot();
  await places.getByRole("button", { name: "Hatch" }).click();
  expect((await sheet.screenshot()).equals(plain)).toBe(false);
  await page.keyboard.press("Shift+q");
  await places.getByRole("button", { name: "Hatch", pressed: false }).waitFor();
  await first.getByRole("button").click();
  await page.getByText("100 %").first().waitFor();
}, 240_000);

test("what is delivered is what was shown: filled, and its gaps whole", async () => {
  await withGaps(page);
  await page.keyboard.press("Shift+f");
  await madeUp(page);
  const seen = await seenAt(page, [-110, 1300]);
  const file = await deliveredPng(page);
  const made = await page.evaluate(async (url) => {
    const bitmap = await createImageBitmap(await (await fetch(url)).blob());
    const context = new OffscreenCanvas(bitmap.width, bitmap.height).getContext("2d")!;
    context.drawImage(bitmap, 0, 0);
    // The very place that was looked at, -110, 1300 of the plane, with as much around it as a screen pixel shows.
    const { data } = context.getImageData(-110 + 150 - 12, 1300 + 200 - 12, 25, 25);
    const mean = [0, 1, 2].map(
      (c) => Array.from({ length: 625 }, (_, i) => data[4 * i + c]!).reduce((a, b) => a + b, 0) / 625,
    );
    const all = context.getImageData(0, 0, bitmap.width, bitmap.height).data;
    let clear = 0;
    for (let i = 3; i < all.length; i += 4) if (all[i]! < 255) clear++;
    return { size: [bitmap.width, bitmap.height], mean, clear };
  }, file);
  expect(made.size).toEqual([3300, 2200]);
  expect(made.clear).toBe(0);
  expect(apart(made.mean, seen)).toBeLessThan(12);
}, 240_000);
