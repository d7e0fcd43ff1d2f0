import type { Page } from "playwright-core";
import { openFresh, put } from "./app";

/** The street front with its verticals true, in a frame that reaches beyond it at the left and right. */
export async function withGaps(page: Page): Promise<void> {
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
