import type { Page } from "playwright-core";
import { counted, onPlane, openFresh, put, rested, stroke, strokeByHand, usePage } from "./app";

/** Going on to the next photo by a key finds it as if the one before had never been open. */
let page: Page;
usePage((opened) => void (page = opened));

const photo = () =>
  page
    .getByLabel("Title block")
    .getByText(/^SM-04\d\d\.\w+, /)
    .innerText();
const undo = () => page.getByRole("button", { name: "Undo" });

test("tapes, readings, views and steps of one photo are not on the next", async () => {
  await openFresh(page, "SM-0424.jpg");
  const first = await photo();
  await page.keyboard.press("3");
  await page.keyboard.press("Shift+T");
  await stroke(page, await onPlane(page, [900, 900]), await onPlane(page, [1900, 900]));
  await page.getByText(/^T1:/).waitFor();
  await page.keyboard.press("F6");
  await strokeByHand(page, await onPlane(page, [700, 700]), await onPlane(page, [700, 1500]));
  await counted(page.locator('[data-testid="gauges"] li'), 1);
  await page.keyboard.press("F6");
  await page.keyboard.press("2");
  await put(page, "Pitch, °", "7");
  expect(await undo().isDisabled()).toBe(false);
  // A comparison and the history are open over it.
  await page.keyboard.press("F8");
  await page.keyboard.press("F9");
  await page.getByText("saved", { exact: true }).waitFor();
  await page.keyboard.press("PageDown");
  await page.waitForFunction((was) => !document.querySelector("dl")?.textContent?.includes(was), first);
  await rested(page);
  expect(await photo()).not.toBe(first);
  expect(await undo().isDisabled()).toBe(true);
  await page.keyboard.press("3");
  await counted(page.getByText(/^T1:/), 0);
  await counted(page.locator('[data-testid="gauges"] li'), 0);
  await counted(page.getByLabel("History", { exact: true }), 0);
  await page.keyboard.press("PageUp");
  await page.waitForFunction((was) => document.querySelector("dl")?.textContent?.includes(was), first);
  await rested(page);
  // What was saved there is there, and nothing of what was only looked at.
  await page.keyboard.press("3");
  await counted(page.getByText(/^T1:/), 0);
}, 180_000);
