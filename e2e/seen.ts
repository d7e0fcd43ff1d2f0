import type { Page } from "playwright-core";
import { address, fetched, onPlane, openId, rested } from "./app";

/** Waits for what was just changed to be made up: it is begun a moment after. */
export async function madeUp(page: Page): Promise<void> {
  await page.waitForTimeout(1500);
  const state = page.getByTestId("fill-state");
  // What went wrong is told at once, not as time that ran out.
  await state.filter({ hasText: /Made up|could not|Stopped|stays empty|out of date/ }).waitFor({ timeout: 150_000 });
  expect(await state.textContent()).toContain("Made up");
}

/** What is seen at a place of the plane once the picture rests, without the marks: red, green, blue. */
export async function seenAt(page: Page, place: readonly [number, number]): Promise<number[]> {
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

/** How far two colours are apart in the colour where it is most. */
export const apart = (a: number[], b: number[]): number => Math.max(...a.map((v, i) => Math.abs(v - b[i]!)));

/** How far what is seen at a place is from a colour once it has come near, or after 15 s: a busy machine draws late. */
export async function comesTo(
  page: Page,
  place: readonly [number, number],
  wanted: number[],
  near = 6,
): Promise<number> {
  let off = Infinity;
  for (let i = 0; i < 30 && off >= near; i++) off = apart(await seenAt(page, place), wanted);
  return off;
}

/** Has the open version delivered as a PNG. @returns where the file is. */
export async function deliveredPng(page: Page): Promise<string> {
  // The Bench saves and weighs before it lets anything be ordered.
  await page.getByRole("button", { name: "Deliver …" }).click();
  await page.getByRole("dialog").waitFor();
  await page.keyboard.press("Escape");
  const id = openId(page);
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
  return `/api/deliveries/${ordered.id}/file`;
}
