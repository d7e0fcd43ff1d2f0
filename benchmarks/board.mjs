/**
 * npm run bench:board [-- COUNT]: a visit of so many small photos (500) in the running app (bin/start); how long after the click on it
 * its first pictures are there, when the last photo is, how many nodes the page has, and whether rows are blank while it is scrolled.
 * The first screen with one visit of one photo, opened in the same run, is the reference.
 */
import { chromium } from "playwright-core";
import sharp from "sharp";
import { address } from "./frames-page.mjs";

const COUNT = Number(process.argv.find((a) => /^\d+$/.test(a)) ?? 500);
const ROUNDS = 5;
/** Uploads at a time. */
const TOGETHER = 4;

async function visitOf(name, count) {
  const made = await fetch(`${address}/api/assignments`, {
    method: "POST",
    body: JSON.stringify({ name }),
    headers: { "content-type": "application/json" },
  });
  const { id } = await made.json();
  let next = 0;
  const lane = async () => {
    for (let i = next++; i < count; i = next++) {
      const background = { r: i % 256, g: (i >> 8) % 256, b: 120 };
      const body = await sharp({ create: { width: 90, height: 60, channels: 3, background } })
        .png()
        .toBuffer();
      const told = await fetch(`${address}/api/assignments/${id}/photos?name=${String(i).padStart(5, "0")}.png`, {
        method: "POST",
        body,
      });
      if (!told.ok) throw new Error(await told.text());
    }
  };
  await Promise.all(Array.from({ length: TOGETHER }, lane));
  return name;
}

const stamp = Date.now().toString(36);
const [one, many] = [await visitOf(`One ${stamp}`, 1), await visitOf(`Many ${stamp}`, COUNT)];
const browser = await chromium.launch({
  executablePath: "/usr/bin/chromium",
  args: ["--no-sandbox", "--disable-quic"],
});

/** Opens a visit from the first screen. @returns ms from the click to the first pictures, and to all of its photos. */
async function opened(name, count) {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(address);
  const card = page.getByRole("link", { name }).first();
  await card.waitFor();
  const began = Date.now();
  await card.click();
  await page.waitForFunction(() =>
    [...document.querySelectorAll("li[data-photo] img")].some((i) => i.complete && i.naturalWidth > 0),
  );
  const first = Date.now() - began;
  await page.getByText(count === 1 ? "1 photo" : `${count.toLocaleString("en")} photos`, { exact: true }).waitFor();
  return { page, first, all: Date.now() - began };
}

const rows = [];
for (let round = 0; round < ROUNDS; round++) {
  const alone = await opened(one, 1);
  await alone.page.close();
  const { page, first, all } = await opened(many, COUNT);
  const nodes = await page.evaluate(() => document.querySelectorAll("*").length);
  let blank = 0;
  for (let k = 0; k < 20; k++) {
    await page.mouse.wheel(0, 1500);
    await page.waitForTimeout(60);
    // Rows in sight whose middle is no photo's place.
    blank += await page.evaluate(() => {
      const list = document.querySelector("ul[aria-label]").getBoundingClientRect();
      if (list.bottom < innerHeight) return 0;
      return [0.3, 0.6, 0.9].filter((at) => !document.elementsFromPoint(list.left + 60, at * innerHeight).some((e) => e.closest("li[data-photo]") || e.tagName === "UL" && [...e.children].some((c) => { const b = c.getBoundingClientRect(); return b.top <= at * innerHeight + 40 && b.bottom >= at * innerHeight - 40; }))).length; // prettier-ignore
    });
  }
  rows.push({ "one photo, ms": alone.first, "first pictures, ms": first, "all photos, ms": all, "first × one": +(first / alone.first).toFixed(2), nodes, blank }); // prettier-ignore
  await page.close();
}
await browser.close();
console.table(rows);
