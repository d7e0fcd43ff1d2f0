import path from "node:path";
import type { Page } from "playwright-core";
import sharp from "sharp";
import { counted, freshAssignment, rested, usePage } from "./app";

/** After many were trued up: those that want a person's eyes are looked at one after the other, by one key each. */
let page: Page;
usePage((opened) => void (page = opened));

/** The tower from below at several sizes: its verticals are eased, which is a reason to look. */
const towers = () =>
  Promise.all(
    [640, 700, 760].map(async (width, i) => ({
      name: `tower-${i}.jpg`,
      mimeType: "image/jpeg",
      buffer: await sharp(path.join(__dirname, "../demo/photos/SM-0414.jpg")).rotate().resize(width).jpeg({ quality: 90 }).keepExif().toBuffer(),
    })),
  ); // prettier-ignore

test("each photo says why it wants a look; it is found good or taken back, and the next one comes", async () => {
  await freshAssignment(page, "Reviewed", await towers());
  const board = page.url();
  await page.getByText("3 photos", { exact: true }).waitFor();
  await page.getByRole("button", { name: "Large" }).click();
  await page.getByLabel("Choose tower-0.jpg").focus();
  await page.keyboard.press("Control+a");
  await page.getByRole("toolbar", { name: "Chosen photos" }).getByRole("button", { name: "True up" }).click();
  const report = page.getByRole("region", { name: "True up" });
  await report.getByText("3 done").waitFor({ timeout: 150_000 });
  const waiting = () => page.locator("li[data-photo]").getByText(/^to review: /);
  // The list is fetched again a moment after the batch has ended: then each photo tells what came of it.
  await counted(page.locator("li[data-photo]").getByText(/^(to review: .*|trued)$/), 3);
  const count = await waiting().count();
  expect(count).toBeGreaterThan(1);
  await page.getByLabel("State of the photos shown").selectOption("review");
  await counted(page.locator("li[data-photo]"), count);
  await report.getByRole("link", { name: /^Review / }).click();
  const card = page.getByRole("region", { name: "Review" });
  await card.getByText(`To review: 1 of ${count}`).waitFor();
  expect((await card.getByTestId("review-words").innerText()).length).toBeGreaterThan(5);
  await rested(page);
  const first = page.url();
  await page.keyboard.press("Control+Enter");
  await page.waitForURL((url) => url.href !== first && url.href.includes("review="));
  await card.getByText(count > 2 ? `To review: 1 of ${count - 1}` : "To review: 1 of 1").waitFor();
  await rested(page);
  const second = page.url();
  await page.keyboard.press("Control+Backspace");
  await page.waitForURL((url) => url.href.replace(/[?&]course=[a-z]+/, "") !== second.replace(/[?&]course=[a-z]+/, ""));
  await page.goto(board);
  // One is good, one is as it was shot again.
  await counted(waiting(), count - 2);
  await page.locator("li[data-photo]").getByText("trued", { exact: true }).first().waitFor();
  await page.locator("li[data-photo]").getByText("proposed", { exact: true }).first().waitFor();
}, 300_000);
