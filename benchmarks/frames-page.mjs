/** A page of the running app in which script and draws are counted for each pointer event; for bench:frames and bench:compare. */
import { readFileSync } from "node:fs";
import { chromium } from "playwright-core";

export const address =
  process.argv.find((a) => a.startsWith("http")) ??
  `http://127.0.0.1:${readFileSync(".local/app-port", "utf8").trim()}`;
const asked = async (route, init) => (await fetch(address + route, init)).json();

/** A fresh version of a photo of the Sallow Mill. @returns its id. */
export async function freshVersion(name) {
  const mill = (await asked("/api/assignments")).find((a) => a.name.startsWith("Sallow"));
  const photo = (await asked(`/api/assignments/${mill.id}/photos`)).find((p) => p.name === name);
  const { id } = await asked(`/api/photos/${photo.id}/versions`, {
    method: "POST",
    body: "{}",
    headers: { "content-type": "application/json" },
  });
  return id;
}

/** Opens a photo. @param prepare runs on the page before anything of the app's. */
export async function openMeasured(photo, prepare = async () => undefined) {
  const id = await freshVersion(photo);
  const browser = await chromium.launch({
    executablePath: "/usr/bin/chromium",
    args: ["--no-sandbox", "--disable-quic", "--use-angle=swiftshader", "--enable-unsafe-swiftshader"],
  });
  const page = await browser.newPage({ viewport: { width: 760, height: 480 } });
  await page.addInitScript(() => localStorage.setItem("flat-stone-hint-gone", "gone"));
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
  await prepare(page);
  await page.goto(`${address}/bench/${id}`);
  await page.waitForSelector("canvas[data-rested]");
  const client = await page.context().newCDPSession(page);
  await client.send("Performance.enable");
  const script = async () =>
    1000 * (await client.send("Performance.getMetrics")).metrics.find((m) => m.name === "ScriptDuration").value;
  const frame = () => page.evaluate(() => new Promise((done) => requestAnimationFrame(done)));
  const read = (what) => page.evaluate((name) => window[name], what);
  const drawing = (on) => page.evaluate((value) => void (window.drawing = value), on);

  /** Script of a frame in which nothing happens, ms. */
  async function idle(events) {
    const began = await script();
    for (let i = 0; i < events; i++) await frame();
    return ((await script()) - began) / events;
  }
  /** Script, its part that draws, and pictures drawn, for each event. @param event brings one about. */
  async function measured(events, event, perFrame) {
    const [began, drawn, drawMs] = [await script(), await read("drawn"), await read("drawMs")];
    for (let i = 1; i <= events; i++) {
      await event(i);
      await frame();
    }
    return {
      scriptMs: ((await script()) - began) / events - perFrame,
      drawMs: ((await read("drawMs")) - drawMs) / events,
      draws: ((await read("drawn")) - drawn) / events,
    };
  }
  return { browser, page, frame, drawing, idle, measured };
}

/** Two million roots in the same page, ms: what the others are told against. */
export const rootsMs = (page) =>
  page.evaluate(() => {
    const run = () => {
      const began = performance.now();
      let sum = 0;
      for (let i = 0; i < 2e6; i++) sum += Math.sqrt(i);
      return performance.now() - began + (sum < 0 ? 1 : 0);
    };
    run();
    return Math.min(run(), run(), run());
  });
