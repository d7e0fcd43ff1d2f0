/**
 * Makes the pictures in docs/screenshots from the demo: node scripts/screenshots.mjs http://127.0.0.1:4380
 * It draws two plumbs on the demo's photo in a version of its own, so the demo stays as it was.
 */
import { chromium } from "playwright-core";
import { build } from "esbuild";

const address = process.argv[2];
if (!address) throw new Error("Give the app's address.");
const { outputFiles } = await build({
  entryPoints: ["e2e/scene.ts"],
  bundle: true,
  write: false,
  format: "cjs",
  platform: "node",
});
const scene = { exports: {} };
new Function("module", "exports", "require", "__dirname", outputFiles[0].text)(
  scene,
  scene.exports,
  process.getBuiltinModule("node:module").createRequire(import.meta.url),
  `${process.cwd()}/e2e`,
);
const browser = await chromium.launch({
  executablePath: "/usr/bin/chromium",
  args: ["--no-sandbox", "--disable-quic", "--use-angle=swiftshader", "--enable-unsafe-swiftshader"],
});
const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, locale: "en-GB" });
// The first steps of someone who was never here are no part of the views.
await page.addInitScript(() => localStorage.setItem("flat-stone-hint-gone", "gone"));
const shot = async (name) => {
  await page.waitForTimeout(700);
  await page.screenshot({ path: `docs/screenshots/${name}.png` });
};
const rested = () => page.waitForSelector("canvas[data-rested]", { timeout: 30_000 });
const at = async ([x, y]) => {
  const { scale, shift } = JSON.parse(await page.getByTestId("sheet").getAttribute("data-view"));
  const box = await page.getByTestId("sheet").boundingBox();
  return [box.x + x * scale + shift[0], box.y + y * scale + shift[1]];
};

await page.goto(address);
await page.waitForLoadState("networkidle");
await shot("assignments");
await page.getByRole("link", { name: "Sallow Mill, reading rooms" }).last().click();
await page.getByRole("link", { name: "SM-0412.jpg", exact: true }).waitFor();
// Pictures as corrected are made when they are first looked at.
await page.waitForFunction(() => [...document.images].every((i) => i.complete && i.naturalWidth > 0), null, {
  timeout: 120_000,
});
await shot("photos");
await page.getByRole("button", { name: "Lines" }).click();
await shot("visit");
await page.getByRole("button", { name: "Borders", exact: true }).click();
await page.waitForFunction(
  () => [...document.querySelectorAll("dialog img")].slice(0, 7).every((i) => i.complete && i.naturalWidth > 0),
  null,
  { timeout: 120_000 },
);
await shot("borders");
await page.keyboard.press("Escape");
await page.getByRole("button", { name: "Large" }).click();
await page.getByRole("link", { name: "SM-0412.jpg", exact: true }).click();
await rested();
const first = page.url();
await page.getByRole("button", { name: "New version from this one" }).click();
await page.waitForURL((u) => u.href !== first);
await rested();
while ((await page.locator("tbody tr").count()) > 0) {
  await page.keyboard.press("j");
  await page.keyboard.press("Delete");
}
await page.keyboard.press("s");
for (const [id, halfway] of [
  ["quoin-right", false],
  ["w11-left", false],
  ["w02-right", false],
  ["w21-left", true],
]) {
  const [a, b] = scene.exports.edge(id);
  await page.mouse.move(...(await at(a)));
  // Cling held off: here the ends are known exactly.
  await page.keyboard.down("Alt");
  await page.mouse.down();
  await page.mouse.move(...(await at(b)), { steps: 4 });
  if (halfway) await shot("drawing-a-plumb");
  await page.mouse.up();
  await page.keyboard.up("Alt");
}
await page.mouse.move(20, 300);
await page.keyboard.press("s");
await rested();
await shot("lines");
await page.keyboard.press("4");
await shot("frame");
await page.keyboard.press("1");
await shot("lens");
const open = async (name, withProfile = true) => {
  const asked = async (route, init) => (await fetch(address + route, init)).json();
  const mill = (await asked("/api/assignments")).find((a) => a.name.startsWith("Sallow"));
  const photo = (await asked(`/api/assignments/${mill.id}/photos`)).find((p) => p.name.startsWith(name));
  const made = await asked(`/api/photos/${photo.id}/versions`, {
    method: "POST",
    body: "{}",
    headers: { "content-type": "application/json" },
  });
  await page.goto(`${address}/bench/${made.id}`);
  await rested();
  if (withProfile) await page.keyboard.press("l");
};
const worked = page.url();
await open("SM-0426", false);
await page.keyboard.press("2");
await page.getByRole("button", { name: "True up (Z)" }).waitFor({ timeout: 60_000 });
await shot("own-edges");
await page.keyboard.press("z");
await rested();
await shot("trued-up");
await open("SM-0420");
await page.keyboard.press("q");
await page.getByRole("table", { name: "Found groups" }).waitFor({ timeout: 60_000 });
await rested();
await page.getByRole("button", { name: "Take Plumbs" }).click();
await page.getByRole("button", { name: "Take Wall 1" }).click();
await page.getByRole("button", { name: "Put away" }).click();
await page.getByRole("button", { name: "Show where" }).click();
await rested();
await shot("wall-and-stretch");
await page.keyboard.press("u");
// The gable as the demo has it: measured by its tiles and its round window.
const opened = async (name, version) => {
  await page.goto(address);
  await page.getByRole("link", { name: "Sallow Mill, reading rooms" }).last().click();
  await page.getByRole("link", { name, exact: true }).click();
  await rested();
  const link = page.getByRole("link", { name: version, exact: true });
  if (version && (await link.getAttribute("aria-current")) !== "page") {
    await link.click();
    await page.waitForTimeout(1500);
    await rested();
  }
};
await opened("SM-0424.jpg", "B");
await page.keyboard.press("3");
await rested();
await page.getByRole("button", { name: "Select measure M1" }).click();
await shot("shape");
await opened("SM-0420.jpg", "C");
await page.keyboard.press("5");
await page.waitForTimeout(1000);
await page.getByTestId("fill-state").filter({ hasText: "Made up" }).waitFor({ timeout: 90_000 });
await page.waitForTimeout(1500);
await rested();
await shot("edges");
// The brushes: a graft shown inside the brush, along the floor.
await opened("SM-0415.jpg", "C");
await page.keyboard.press("5");
await page.getByTestId("fill-state").filter({ hasText: "Made up" }).waitFor({ timeout: 90_000 });
await page.keyboard.press("Shift+P");
await page.getByLabel("Brush, px", { exact: true }).fill("300");
await page.keyboard.press("Enter");
await page.getByLabel("Copied along").selectOption("floor");
await page.mouse.click(...(await at([1180, 1640])));
await page.mouse.move(...(await at([1990, 1650])), { steps: 4 });
await shot("strokes");
await page.keyboard.press("m");
// The leaning store's left side straightened, and nothing else.
await opened("SM-0426.jpg", "C");
await page.keyboard.press("3");
await page.getByRole("button", { name: "Select mark T1" }).click();
await rested();
await shot("straight");
// The tower as it was trued up above, beside what was shot.
await opened("SM-0414.jpg");
await rested();
await page.keyboard.press("2");
await page.keyboard.press("F8");
await page.waitForSelector("[data-testid=compared]", { state: "attached" });
await rested();
await page.waitForTimeout(1500);
await shot("compare");
await page.keyboard.press("Escape");
// The reading room's light, its windows and its ceiling by themselves.
await opened("SM-0415.jpg", "D");
await page.keyboard.press("6");
await page.getByRole("figure", { name: /How bright the frame is/ }).waitFor();
await rested();
await shot("finish");
await page.goto(worked);
await rested();
await page.getByRole("button", { name: "Deliver …" }).click();
await page.getByRole("button", { name: "Render at full resolution" }).click();
await page.getByRole("link", { name: "Download" }).first().waitFor({ timeout: 60_000 });
await shot("deliver");
await page.getByRole("button", { name: "Close" }).click();
// The first lesson, its first line drawn.
await page.goto(`${address}/help`);
await page.getByRole("button", { name: /^Try it: The first lesson/ }).click();
await page.waitForURL(/lesson=first/);
await rested();
await page.keyboard.press("s");
await rested();
await page.mouse.move(...(await at([2492, 382])));
await page.mouse.down();
await page.mouse.move(...(await at([2673, 1625])), { steps: 4 });
await page.mouse.up();
await shot("lesson");
await browser.close();
