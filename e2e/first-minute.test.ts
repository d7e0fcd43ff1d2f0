import { readFileSync } from "node:fs";
import path from "node:path";
import type { Page } from "playwright-core";
import sharp from "sharp";
import { address, usePage } from "./app";

/** Someone who was never here: from the first screen to a true, framed, delivered picture of a photo of their own. */
let page: Page;
usePage((opened) => void (page = opened), { ownEdges: true });

/** What a person does: each is one press, of the pointer or of a key. Letting files go over the page is one, too. */
let presses = 0;
async function press(what: () => Promise<unknown>): Promise<void> {
  presses++;
  await what();
}

test("an own photo is trued up, framed and delivered with six presses at most", async () => {
  presses = 0;
  // Another picture than any photo of the demo: a part of one, so that nothing about it is known.
  const whole = path.join(__dirname, "../demo/photos/SM-0414.jpg");
  const own = await sharp(readFileSync(whole)).rotate().resize(1200).jpeg({ quality: 92 }).keepExif().toBuffer();
  await page.goto(address);
  await press(() =>
    page.getByTestId("visit-input").setInputFiles({ name: "own.jpg", mimeType: "image/jpeg", buffer: own }),
  );
  await page.waitForURL(/assignments\//);
  const photo = page.getByRole("link", { name: "Work on own.jpg" });
  await press(() => photo.click());
  await page.waitForURL(/bench\//);
  await page.waitForSelector("canvas[data-rested]");
  await press(() => page.keyboard.press("z"));
  await page.waitForFunction(() => {
    const told = document.querySelector("[data-testid=attitude]")?.getAttribute("data-angles");
    return told !== undefined && told !== null && Math.abs(Number(told.split(" ")[0])) > 5;
  });
  await press(() => page.getByRole("button", { name: "Deliver …" }).click());
  await press(() => page.getByRole("button", { name: "Render at full resolution" }).click());
  const link = page.getByRole("link", { name: "Download" });
  await link.waitFor();
  const coming = page.waitForEvent("download");
  await press(() => link.click());
  const made = await sharp(readFileSync(await (await coming).path())).metadata();
  expect(presses).toBeLessThanOrEqual(6);
  // It is framed: less than was shot, and nothing like a strip.
  expect(made.width).toBeGreaterThan(600);
  expect(made.height).toBeGreaterThan(500);
}, 180_000);
