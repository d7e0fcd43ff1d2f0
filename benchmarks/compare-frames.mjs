/**
 * npm run bench:compare: with a wipe, and with two pictures side by side, the picture is moved about, the wipe's edge dragged and a setting
 * pulled in the running app (bin/start); how much script the main thread runs for each pointer event, against a fixed amount of arithmetic in
 * the same page.
 */
import { openMeasured, rootsMs } from "./frames-page.mjs";

const EVENTS = 120;
const { browser, page, drawing, idle, measured } = await openMeasured("SM-0414.jpg");
await page.keyboard.press("2");
await page.getByLabel("Pitch, °").fill("14");
await page.keyboard.press("Enter");
await page.getByLabel("Pitch, °").blur();
await page.keyboard.press("m");
const box = await page.getByTestId("sheet").boundingBox();
const [x, y] = [box.x + box.width * 0.5, box.y + box.height * 0.3];
const rows = [];

/** The pointer held down at a place and drawn to and fro. */
async function dragged(what, [px, py], dx, dy, perFrame) {
  await page.mouse.move(px, py);
  await page.mouse.down();
  const to = (i) => page.mouse.move(px + dx * Math.sin(i / 6), py + dy * Math.sin(i / 6));
  await measured(EVENTS / 2, to, perFrame);
  const { scriptMs, drawMs, draws } = await measured(EVENTS, to, perFrame);
  await page.mouse.up();
  rows.push({ what, scriptMs, besidesMs: scriptMs - drawMs, draws });
}

await drawing(false);
const perFrame = await idle(EVENTS);
await dragged("one picture, moved about", [x, y], 20, 20, perFrame);
await page.keyboard.press("F8");
await page.getByTestId("compared").waitFor({ state: "attached" });
await dragged("a wipe, moved about", [x - 90, y], 20, 20, perFrame);
const grip = await page.getByRole("button", { name: /^Edge of the wipe/ }).boundingBox();
await dragged("a wipe, its edge dragged", [grip.x + 16, grip.y + 16], 30, 0, perFrame);
await page.getByRole("button", { name: "Side by side", exact: true }).click();
await dragged("side by side, moved about", [x - 90, y], 20, 20, perFrame);
await page.getByRole("button", { name: "Above", exact: true }).click();
await dragged("one above the other, moved about", [x - 90, y], 20, 20, perFrame);
const referenceMs = await rootsMs(page);
await browser.close();
console.log(JSON.stringify({ events: EVENTS, referenceMs, rows }));
console.table(
  rows.map(({ what, scriptMs, besidesMs, draws }) => ({
    what,
    "script, ms": scriptMs.toFixed(2),
    "besides the draw, ms": besidesMs.toFixed(2),
    "× 2 M roots": (besidesMs / referenceMs).toFixed(2),
    "pictures drawn": draws.toFixed(2),
  })),
);
