/**
 * npm run bench:waiting: what a person waits for in the running app (bin/start), for photos of 6, 24 and 100 megapixels, the first time and
 * again: from the click on the board to the first look, the drawn sheet and the sharp one; to the answers, a fill and a delivered file. The
 * reference is the same arithmetic as in bench:frames, timed in the page. Ends with a timeline of the last round.
 */
import { chromium } from "playwright-core";
import sharp from "sharp";
import { address, rootsMs } from "./frames-page.mjs";

const ROUNDS = Number(process.argv.find((a) => /^\d$/.test(a)) ?? 3);
const SIZES = { "6 MP": [3000, 2000], "24 MP": [6000, 4000], "100 MP": [12250, 8166] };
const PHOTO = "demo/photos/SM-0415.jpg";

async function asked(route, method = "GET", json = undefined) {
  const answer = await fetch(address + route, {
    method,
    ...(json === undefined ? {} : { body: JSON.stringify(json), headers: { "content-type": "application/json" } }),
  });
  if (!answer.ok) throw new Error(`${route}: ${await answer.text()}`);
  return answer.json();
}

const visit = await asked("/api/assignments", "POST", { name: `Waiting ${Date.now().toString(36)}` });
for (const [name, [width, height]] of Object.entries(SIZES)) {
  // Another each time: what was found before is kept.
  const body = await sharp(PHOTO)
    .linear(1 - 0.02 * Math.random(), 0)
    .resize(width, height, { fit: "fill" })
    .withExif({})
    .jpeg({ quality: 92 })
    .toBuffer();
  const sent = await fetch(`${address}/api/assignments/${visit.id}/photos?name=${encodeURIComponent(name)}.jpg`, { method: "POST", body }); // prettier-ignore
  if (!sent.ok) throw new Error(await sent.text());
}
const photos = await asked(`/api/assignments/${visit.id}/photos`);
const browser = await chromium.launch({
  executablePath: "/usr/bin/chromium",
  args: ["--no-sandbox", "--disable-quic", "--disable-gpu-compositing", "--use-angle=swiftshader", "--enable-unsafe-swiftshader"],
}); // prettier-ignore
const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
await context.addInitScript(() => {
  localStorage.setItem("flat-stone-hint-gone", "gone");
  localStorage.setItem("flat-stone-own-edges", "when-asked");
  window.drawnAt = 0;
  const draw = WebGL2RenderingContext.prototype.drawArrays;
  WebGL2RenderingContext.prototype.drawArrays = function (...args) {
    window.drawnAt ||= performance.timeOrigin + performance.now();
    return draw.apply(this, args);
  };
  addEventListener("click", () => (window.clickedAt = performance.timeOrigin + performance.now()), { capture: true });
});

const now = () => performance.timeOrigin + performance.now();
let referenceMs = 0;

/** One way through a photo. @param round from 0 on. @returns marks, ms after the click, or of each part by itself. */
async function once({ id, name, width, height }, round) {
  const page = await context.newPage();
  await page.goto(`${address}/assignments/${visit.id}`);
  const link = page.getByRole("link", { name: `Work on ${name}` });
  await link.waitFor();
  // A person looks at the board for a moment.
  await page.waitForTimeout(3000);
  await page.evaluate(() => (window.drawnAt = 0));
  await link.click();
  const began = await page.evaluate(() => window.clickedAt);
  await page.getByTestId("first-look").waitFor();
  const look = now() - began;
  await page.waitForFunction(() => window.drawnAt > 0);
  const drawn = (await page.evaluate(() => window.drawnAt)) - began;
  await page.locator("canvas[data-rested]").first().waitFor({ state: "attached" });
  const sharpAt = now() - began;
  referenceMs = await rootsMs(page);
  await page.close();

  const timed = async (act) => {
    const from = now();
    await act();
    return now() - from;
  };
  const { shown } = (await asked(`/api/assignments/${visit.id}/photos`)).find((p) => p.id === id);
  const { recipe } = await asked(`/api/versions/${shown.versionId}`);
  const { focalPx, focalFrom } = recipe.camera;
  const answers = await timed(() => asked(`/api/photos/${id}/answers`, "POST", { focalPx, focalFrom }));
  const rolled = {
    ...recipe,
    // Another each time: what was made before is kept.
    attitude: { ...recipe.attitude, on: true, from: "by-hand", roll: 1.2 + 0.1 * round },
    frame: { ...recipe.frame, on: true, rule: "free", rect: [0, 0, width, height] },
    edges: { ...recipe.edges, on: true, gaps: "fill" },
  };
  const fill = await timed(() => asked(`/api/photos/${id}/fill`, "POST", { recipe: rolled, ready: true }));
  const { id: versionId } = await asked(`/api/photos/${id}/versions`, "POST", { recipe: { ...rolled, edges: recipe.edges, frame: { ...recipe.frame, on: true, rule: "clean" } } }); // prettier-ignore
  const delivered = await timed(async () => {
    const { id: order } = await asked(`/api/versions/${versionId}/deliveries`, "POST", { format: "jpeg", quality: 92 });
    for (;;) {
      const { state, error } = (await asked(`/api/versions/${versionId}/deliveries`)).find((d) => d.id === order);
      if (state === "done") return;
      if (state === "failed") throw new Error(error);
      await new Promise((go) => setTimeout(go, 30));
    }
  });
  return { megapixels: Math.round((width * height) / 1e6), look, drawn, sharp: sharpAt, answers, fill, delivered };
}

const PARTS = { look: "first look", drawn: "sheet", sharp: "sharp sheet", answers: "answers", fill: "fill", delivered: "delivered" }; // prettier-ignore
const rounds = [];
for (let round = 0; round < ROUNDS; round++) {
  const row = {};
  for (const photo of photos) row[photo.name] = await once(photo, round);
  rounds.push(row);
}
await browser.close();

const table = {};
for (const { name } of photos)
  for (const [part, words] of Object.entries(PARTS)) {
    const again = rounds.slice(1).map((r) => r[name][part]).sort((a, b) => a - b); // prettier-ignore
    const middle = again[again.length >> 1] ?? NaN;
    table[`${name.replace(".jpg", "")}: ${words}`] = {
      "first, ms": Math.round(rounds[0][name][part]),
      "again, least": Math.round(again[0] ?? NaN),
      "again, median": Math.round(middle),
      "again, most": Math.round(again[again.length - 1] ?? NaN),
      "× 2 M roots": +(middle / referenceMs).toFixed(1),
    };
  }
console.table(table);
const SECOND = 24;
console.log(
  "The last round; one step is 1/24 s. The sheet's three marks count from the click, the others by themselves.",
);
for (const { name } of photos)
  for (const [part, words] of Object.entries(PARTS)) {
    const steps = Math.round((rounds.at(-1)[name][part] / 1000) * SECOND);
    console.log(`${name.replace(".jpg", "").padStart(7)} ${words.padEnd(12)} ${"█".repeat(Math.min(150, steps))}${steps > 150 ? " …" : ""}`);
  } // prettier-ignore
