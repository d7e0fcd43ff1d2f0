import { type ChildProcess, spawn } from "node:child_process";
import { type Browser, type Page, launch } from "puppeteer-core";
import { address, fetched, freshVersion } from "./app";

/**
 * The main path in Debian's Firefox, over WebDriver BiDi, on a display of its own with Mesa's software GL: `bin/test firefox`. It is no part of
 * every check.
 */
const DISPLAY = ":97";
let display: ChildProcess;
let browser: Browser;
let page: Page;

beforeAll(async () => {
  display = spawn("Xvfb", [DISPLAY, "-screen", "0", "1280x800x24", "-nolisten", "tcp"], { stdio: "ignore" });
  await new Promise((resolve) => setTimeout(resolve, 1500));
  browser = await launch({
    browser: "firefox",
    executablePath: "/usr/bin/firefox-esr",
    headless: false,
    env: { ...process.env, DISPLAY, LIBGL_ALWAYS_SOFTWARE: "1", MOZ_DISABLE_CONTENT_SANDBOX: "1" },
    extraPrefsFirefox: { "webgl.force-enabled": true, "layers.acceleration.force-enabled": true },
  });
  page = await browser.newPage();
  await page.setViewport({ width: 1280, height: 740 });
  page.setDefaultTimeout(90_000);
}, 120_000);

afterAll(async () => {
  await browser?.close();
  display?.kill();
});

const text = (testId: string): Promise<string> => page.$eval(`[data-testid="${testId}"]`, (e) => e.textContent ?? "");
const press = async (words: string): Promise<void> => {
  await (await page.waitForSelector(`::-p-xpath(//button[contains(., "${words}")])`))!.click();
};

test("a photo is opened, trued up by its key, looked at at 100 %, and delivered", async () => {
  const errors: string[] = [];
  page.on("pageerror", (e) => errors.push(String(e)));
  const id = await freshVersion("SM-0412.jpg");
  await page.goto(`${address}/bench/${id}`);
  await page.waitForSelector("canvas[data-rested]");
  // It is drawn by the graphics card's language, not made at rest by the kernel.
  expect(await page.$$eval("p", (all) => all.some((p) => /no WebGL2/.test(p.textContent ?? "")))).toBe(false);
  await page.keyboard.press("z");
  await page.waitForFunction(() => /\d+ lines/.test(document.body.innerText));
  const angles = await page.$eval('[data-testid="attitude"]', (e) => e.getAttribute("data-angles")!);
  expect(Math.abs(Number(angles.split(" ")[0]))).toBeGreaterThan(2);
  await page.waitForSelector("canvas[data-rested]");
  await page.keyboard.press("d");
  await page.waitForFunction(() => document.querySelector('[data-testid="zoom"]')!.textContent!.startsWith("100"));
  // Made by the kernel in a worker, and lying over the quick picture.
  await page.waitForFunction(() => !document.querySelector<HTMLCanvasElement>('[data-testid="sharp"]')!.hidden);
  await page.waitForFunction(() => document.querySelector('[data-testid="save-state"]')!.textContent === "saved");
  expect(await text("save-state")).toBe("saved");
  await press("Deliver");
  await press("Render at full resolution");
  let state = "";
  for (let i = 0; i < 200 && state !== "done"; i++) {
    await new Promise((resolve) => setTimeout(resolve, 300));
    state = (await fetched<{ state: string }[]>(`/api/versions/${id}/deliveries`))[0]?.state ?? "";
    expect(state).not.toBe("failed");
  }
  expect(state).toBe("done");
  expect(errors).toEqual([]);
}, 300_000);
