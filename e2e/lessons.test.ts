import type { Page } from "playwright-core";
import { address, rested, onPage, strokeByHand, usePage } from "./app";

/** Lessons on a photo of the demo: every step is noticed when it is done. */
let page: Page;
usePage((opened) => void (page = opened));

const card = (title: string) => page.getByRole("complementary", { name: title });
const done = async (title: string, count: number): Promise<void> => {
  await card(title)
    .getByLabel("done")
    .nth(count - 1)
    .waitFor();
  expect(await card(title).getByLabel("done").count()).toBe(count);
};

test("the first lesson goes from the guide to the file: a plumb, a second, a look, the delivery", async () => {
  const title = "The first lesson";
  await page.goto(`${address}/help`);
  await page.getByRole("button", { name: `Try it: ${title}` }).click();
  await page.waitForURL(/bench\/.*lesson=first/);
  await rested(page);
  await card(title).waitFor();
  expect(await card(title).getByLabel("done").count()).toBe(0);
  expect(await card(title).locator("[aria-current=step]").innerText()).toContain("Press P");
  // It stands beside the picture, not over it.
  const sheet = (await page.getByTestId("sheet").boundingBox())!;
  expect((await card(title).boundingBox())!.x).toBeGreaterThanOrEqual(sheet.x + sheet.width);
  await page.keyboard.press("p");
  await page.keyboard.press("s");
  await rested(page);
  await strokeByHand(page, await onPage(page, [2500, 450]), await onPage(page, [2500, 1500]));
  await done(title, 1);
  await strokeByHand(page, await onPage(page, [600, 600]), await onPage(page, [600, 1500]));
  await done(title, 2);
  // What was done once stays done, though it be taken back.
  await page.keyboard.press("Control+z");
  await done(title, 2);
  await page.keyboard.down("o");
  await page.keyboard.up("o");
  await done(title, 3);
  await page.getByRole("button", { name: "Deliver …" }).click();
  await page.getByRole("button", { name: "Render at full resolution" }).click();
  await page.getByRole("link", { name: "Download" }).waitFor();
  await page.keyboard.press("Escape");
  await done(title, 4);
  await card(title).getByText("The front stands straight").waitFor();
  await card(title).getByRole("button", { name: "Got it" }).click();
  await card(title).waitFor({ state: "detached" });
  expect(page.url()).not.toContain("lesson");
}, 180_000);

test("a course's lesson opens its course, and is left at any time", async () => {
  const title = "Set the light of a room";
  await page.goto(`${address}/help#finish`);
  await page.getByRole("button", { name: `Try it: ${title}` }).click();
  await page.waitForURL(/lesson=finish/);
  await rested(page);
  await page.getByRole("heading", { name: "Finish", exact: true }).waitFor();
  await page.getByRole("textbox", { name: "Exposure, stops" }).press("ArrowUp");
  await done(title, 1);
  await card(title).getByRole("button", { name: "Leave the lesson" }).click();
  await card(title).waitFor({ state: "detached" });
}, 120_000);
