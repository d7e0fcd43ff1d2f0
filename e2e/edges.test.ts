import type { Page } from "playwright-core";
import { address, fetched, field, onPlane, openFresh, put, rested, stroke, usePage } from "./app";

/** Edges: what becomes of each gap, the fill that is shown, other answers, areas spared, and that it is what is delivered. */
let page: Page;
usePage((opened) => void (page = opened));

/** Waits for the fill of what was just changed: it is begun a moment after. */
async function filled(): Promise<void> {
  await page.waitForTimeout(1500);
  await page.getByTestId("fill-state").filter({ hasText: "Made up" }).waitFor({ timeout: 90_000 });
}

/** What is seen at a place of the plane once the picture rests, without the marks: red, green, blue. */
async function seenAt(place: readonly [number, number]): Promise<number[]> {
  await rested(page);
  await page.waitForTimeout(300);
  const [x, y] = await onPlane(page, [place[0], place[1]]);
  const clip = { x: Math.round(x) - 3, y: Math.round(y) - 3, width: 7, height: 7 };
  const shot = (await page.screenshot({ clip })).toString("base64");
  return page.evaluate(async (png) => {
    const bytes = Uint8Array.from(atob(png), (c) => c.charCodeAt(0));
    const bitmap = await createImageBitmap(new Blob([bytes], { type: "image/png" }));
    const context = new OffscreenCanvas(7, 7).getContext("2d")!;
    context.drawImage(bitmap, 0, 0);
    const { data } = context.getImageData(0, 0, 7, 7);
    return [0, 1, 2].map((c) => Array.from({ length: 49 }, (_, i) => data[4 * i + c]!).reduce((a, b) => a + b, 0) / 49);
  }, shot);
}

const apart = (a: number[], b: number[]): number => Math.max(...a.map((v, i) => Math.abs(v - b[i]!)));

/** The street front with its verticals true, in a frame that reaches beyond it at the left and right. */
async function withGaps(): Promise<void> {
  await openFresh(page, "SM-0412.jpg");
  await page.keyboard.press("2");
  await put(page, "Pitch, °", "11");
  await page.keyboard.press("4");
  await put(page, "Left, px", "-150");
  await put(page, "Top, px", "-200");
  await put(page, "Width, px", "3300");
  await put(page, "Height, px", "2200");
  await page.keyboard.press("m");
  await page.keyboard.press("5");
}

test("without gaps it says so; gaps are named with their share, and filled in the background; undo takes it back", async () => {
  await openFresh(page, "SM-0412.jpg");
  await page.keyboard.press("5");
  await page.getByText("The frame has no gaps").waitFor();
  await withGaps();
  const gaps = page.getByRole("table", { name: "Gaps" });
  await gaps.getByText("left").waitFor();
  await gaps.getByText("right").waitFor();
  const inGap = [-110, 1300] as const;
  const empty = await seenAt(inGap);
  await page.getByRole("group", { name: "All gaps" }).getByRole("button", { name: "Fill" }).click();
  await filled();
  const full = await seenAt(inGap);
  expect(apart(full, empty)).toBeGreaterThan(12);
  await page.getByRole("button", { name: "Without" }).click();
  expect(apart(await seenAt(inGap), empty)).toBeLessThan(3);
  await page.getByRole("button", { name: "With fill" }).click();
  expect(apart(await seenAt(inGap), full)).toBeLessThan(3);
  await page.keyboard.press("Control+z");
  expect(apart(await seenAt(inGap), empty)).toBeLessThan(3);
}, 240_000);

test("another answer, an area spared, a colour, a trimmed side", async () => {
  await page.keyboard.press("Shift+f");
  await filled();
  await page.getByRole("button", { name: "Another one" }).click();
  await page.getByText("Answer 2").waitFor();
  await filled();
  await page.getByRole("button", { name: "The first" }).click();
  await filled();
  await page.keyboard.press("Shift+v");
  await stroke(page, await onPlane(page, [400, 900]), await onPlane(page, [900, 1300]));
  // A straight stroke encloses nothing.
  expect(await page.getByRole("table", { name: "Areas" }).count()).toBe(0);
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
  await filled();
  expect(apart(await seenAt([-110, 1300]), [0x20, 0x40, 0xa0])).toBeLessThan(6);
  await page.getByLabel("Gap left", { exact: true }).selectOption("trim");
  await page.getByRole("table", { name: "Gaps" }).getByText("left").waitFor({ state: "detached" });
  await page.keyboard.press("4");
  // The frame has stepped in from the left, and only there.
  expect(Number((await field(page, "Left, px").inputValue()).replace("−", "-"))).toBeGreaterThan(-100);
  expect(Number((await field(page, "Top, px").inputValue()).replace("−", "-"))).toBe(-200);
}, 240_000);

test("what is delivered is what was shown: filled, and its gaps whole", async () => {
  await withGaps();
  await page.keyboard.press("Shift+f");
  await filled();
  const seen = await seenAt([-110, 1300]);
  await page.waitForFunction(() => document.querySelector('[data-testid="save-state"]')?.textContent === "saved");
  const id = page.url().split("/").pop()!;
  const ordered = (await (
    await fetch(`${address}/api/versions/${id}/deliveries`, {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify({ format: "png", quality: 92 }),
    })
  ).json()) as { id: string };
  let state = "";
  for (let i = 0; i < 300 && state !== "done"; i++) {
    await page.waitForTimeout(300);
    const all = await fetched<{ id: string; state: string }[]>(`/api/versions/${id}/deliveries`);
    state = all.find((d) => d.id === ordered.id)!.state;
    expect(state).not.toBe("failed");
  }
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
  }, `/api/deliveries/${ordered.id}/file`);
  expect(made.size).toEqual([3300, 2200]);
  expect(made.clear).toBe(0);
  expect(apart(made.mean, seen)).toBeLessThan(12);
}, 240_000);
