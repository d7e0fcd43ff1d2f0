/**
 * npm run bench:frames: pulls at a bowed edge in the running app (bin/start) and tells how many pictures are drawn per
 * pointer event and how much script the main thread runs for one, against a fixed amount of arithmetic in the same page.
 */
import { openMeasured, rootsMs } from "./frames-page.mjs";

const EVENTS = 160;
const PROPOSALS = 2000;
// A photo of this house has some hundreds of lines; each is given again a little beside itself until they are enough.
const manyProposals = (page) =>
  page.addInitScript((enough) => {
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
const { browser, page, drawing, frame, idle, measured } = await openMeasured("SM-0415.jpg", manyProposals);
await page.keyboard.press("b");
const box = await page.getByTestId("sheet").boundingBox();
const [x, y] = [box.x + box.width * 0.5, box.y + box.height * 0.25];
const pulled = (i) => page.mouse.move(x, y + 4 * Math.sin(i / 6));
const pull = async (events) => {
  for (let i = 1; i <= events; i++) {
    await pulled(i);
    await frame();
  }
};
await page.mouse.move(x, y);
await page.mouse.down();
await pull(EVENTS / 2);
await drawing(false);
await pull(EVENTS / 2);
const perFrame = await idle(EVENTS);
const { scriptMs, drawMs, draws } = await measured(EVENTS, pulled, perFrame);
await page.mouse.up();
// With all found lines as proposals on the sheet, the picture is moved about.
await drawing(true);
await page.keyboard.press("q");
await page.getByRole("table", { name: "Found groups" }).waitFor({ timeout: 90_000 });
await drawing(false);
await page.keyboard.press("m");
const counts = await page.getByRole("table", { name: "Found groups" }).getByRole("row").allInnerTexts();
const proposals = counts.reduce((sum, row) => sum + Number(/(\d+) ±/.exec(row)?.[1] ?? 0), 0);
await page.mouse.move(x, y);
await page.mouse.down();
await pull(EVENTS / 2);
const { scriptMs: proposalMs, draws: proposalDraws } = await measured(EVENTS, pulled, perFrame);
await page.mouse.up();
// A number dragged by its word: the tone of the picture follows it.
await drawing(true);
await page.keyboard.press("6");
const word = page.getByText("Exposure", { exact: true });
await word.waitFor({ timeout: 30_000 });
await word.scrollIntoViewIfNeeded();
const at = await word.boundingBox();
const slid = (i) => page.mouse.move(at.x + 10 + 3 * (i % 20), at.y + 6);
await page.mouse.move(at.x + 10, at.y + 6);
await page.mouse.down();
for (let i = 1; i <= EVENTS / 4; i++) {
  await slid(i);
  await frame();
}
await drawing(false);
const number = await measured(EVENTS, slid, perFrame);
await page.mouse.up();
const referenceMs = await rootsMs(page);
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
  numberMs: number.scriptMs,
};
console.log(JSON.stringify(result));
console.table([
  {
    what: `script per event, a number dragged by its word, ms (${number.draws.toFixed(2)} pictures)`,
    value: number.scriptMs.toFixed(2),
    ratio: `${(number.scriptMs / referenceMs).toFixed(2)} × 2 M roots`,
  },
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
