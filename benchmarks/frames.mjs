/**
 * npm run bench:frames: pulls at a bowed edge in the running app (bin/start) and tells how many pictures are drawn per
 * pointer event and how much script the main thread runs for one, against a fixed amount of arithmetic in the same page.
 */
import { readFileSync } from "node:fs";
import { chromium } from "playwright-core";

const EVENTS = 160;
const PROPOSALS = 2000;
const address = process.argv[2] ?? `http://127.0.0.1:${readFileSync(".local/app-port", "utf8").trim()}`;
const asked = async (route, init) => (await fetch(address + route, init)).json();
const mill = (await asked("/api/assignments")).find((a) => a.name.startsWith("Sallow"));
const photo = (await asked(`/api/assignments/${mill.id}/photos`)).find((p) => p.name === "SM-0415.jpg");
const { id } = await asked(`/api/photos/${photo.id}/versions`, {
  method: "POST",
  body: "{}",
  headers: { "content-type": "application/json" },
});
const browser = await chromium.launch({
  executablePath: "/usr/bin/chromium",
  args: ["--no-sandbox", "--disable-quic", "--use-angle=swiftshader", "--enable-unsafe-swiftshader"],
});
const page = await browser.newPage({ viewport: { width: 760, height: 480 } });
await page.addInitScript(() => {
  window.drawn = 0;
  window.drawing = true;
  const draw = WebGL2RenderingContext.prototype.drawArrays;
  WebGL2RenderingContext.prototype.drawArrays = function (...args) {
    window.drawn++;
    // While it is measured nothing is drawn: here that is software's work, on the same cores as the script.
    if (window.drawing) draw.apply(this, args);
  };
  // What a frame's callback takes in which the picture is drawn is the draw: map sampled, graphics processor told.
  window.drawMs = 0;
  const ask = window.requestAnimationFrame;
  window.requestAnimationFrame = (callback) =>
    ask.call(window, (time) => {
      const [drawn, began] = [window.drawn, performance.now()];
      callback(time);
      if (window.drawn > drawn) window.drawMs += performance.now() - began;
    });
});
// A photo of this house has some hundreds of lines; each is given again a little beside itself until they are enough.
await page.addInitScript((enough) => {
  const listen = Worker.prototype.addEventListener;
  Worker.prototype.addEventListener = function (type, listener, ...rest) {
    const more = (event) => {
      const found = event.data?.value;
      if (Array.isArray(found?.segments) && Array.isArray(found.groups)) {
        const shown = found.groups.filter((group) => group.kind !== "other");
        const count = () => shown.reduce((sum, group) => sum + group.members.length, 0);
        for (let k = 1; count() > 0 && count() < enough; k++)
          for (const group of shown)
            for (const i of [...group.members].slice(0, enough - count())) {
              const points = found.segments[i].points.map(([px, py]) => [px + 7 * k, py + 5 * k]);
              group.count = group.members.push(found.segments.push({ ...found.segments[i], points }) - 1);
            }
      }
      return listener.call(this, event);
    };
    return listen.call(this, type, type === "message" ? more : listener, ...rest);
  };
}, PROPOSALS);
await page.goto(`${address}/bench/${id}`);
await page.waitForSelector("canvas[data-rested]");
await page.keyboard.press("b");
const box = await page.getByTestId("sheet").boundingBox();
const [x, y] = [box.x + box.width * 0.5, box.y + box.height * 0.25];
const client = await page.context().newCDPSession(page);
await client.send("Performance.enable");
const script = async () =>
  1000 * (await client.send("Performance.getMetrics")).metrics.find((m) => m.name === "ScriptDuration").value;
const drawn = () => page.evaluate(() => window.drawn);
const frame = () => page.evaluate(() => new Promise((done) => requestAnimationFrame(done)));
const pull = async (events) => {
  for (let i = 1; i <= events; i++) {
    await page.mouse.move(x, y + 4 * Math.sin(i / 6));
    await frame();
  }
};
await page.mouse.move(x, y);
await page.mouse.down();
await pull(EVENTS / 2);
await page.evaluate(() => void (window.drawing = false));
await pull(EVENTS / 2);
const idle = await script();
for (let i = 0; i < EVENTS; i++) await frame();
const began = await script();
const perFrame = (began - idle) / EVENTS;
const before = await drawn();
const drawMsBefore = await page.evaluate(() => window.drawMs);
await pull(EVENTS);
const drawMs = ((await page.evaluate(() => window.drawMs)) - drawMsBefore) / EVENTS;
const scriptMs = ((await script()) - began) / EVENTS - perFrame;
const draws = ((await drawn()) - before) / EVENTS;
await page.mouse.up();
// With all found lines as proposals on the sheet, the picture is moved about.
await page.evaluate(() => void (window.drawing = true));
await page.keyboard.press("q");
await page.getByRole("table", { name: "Found groups" }).waitFor({ timeout: 90_000 });
await page.evaluate(() => void (window.drawing = false));
await page.keyboard.press("m");
const counts = await page.getByRole("table", { name: "Found groups" }).getByRole("row").allInnerTexts();
const proposals = counts.reduce((sum, row) => sum + Number(/(\d+) ±/.exec(row)?.[1] ?? 0), 0);
await page.mouse.move(x, y);
await page.mouse.down();
await pull(EVENTS / 2);
const moving = await script();
const drawnBefore = await drawn();
await pull(EVENTS);
const proposalMs = ((await script()) - moving) / EVENTS - perFrame;
const proposalDraws = ((await drawn()) - drawnBefore) / EVENTS;
await page.mouse.up();
const referenceMs = await page.evaluate(() => {
  const run = () => {
    const began = performance.now();
    let sum = 0;
    for (let i = 0; i < 2e6; i++) sum += Math.sqrt(i);
    return performance.now() - began + (sum < 0 ? 1 : 0);
  };
  run();
  return Math.min(run(), run(), run());
});
await browser.close();
const result = {
  events: EVENTS,
  drawsPerEvent: draws,
  scriptMs,
  drawMs,
  referenceMs,
  ratio: scriptMs / referenceMs,
  proposals,
  proposalMs,
  proposalDraws,
};
console.log(JSON.stringify(result));
console.table([
  { what: "pictures drawn per pointer event", value: draws.toFixed(2), ratio: "" },
  {
    what: `script per event, ${proposals} proposals moved about, ms (${proposalDraws.toFixed(2)} pictures)`,
    value: proposalMs.toFixed(2),
    ratio: `${(proposalMs / referenceMs).toFixed(2)} × 2 M roots`,
  },
  { what: "script per pointer event, ms", value: scriptMs.toFixed(2), ratio: `${result.ratio.toFixed(2)} × 2 M roots` },
  {
    what: "of that besides the draw of the picture, ms",
    value: (scriptMs - drawMs).toFixed(2),
    ratio: `${((scriptMs - drawMs) / referenceMs).toFixed(2)} × 2 M roots`,
  },
]);
