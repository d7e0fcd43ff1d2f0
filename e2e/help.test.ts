import { type Browser, type Page } from "playwright-core";
import { address, comesToBe, counted, launch, openFresh, openPage, usePage } from "./app";

/** The guide, and the first steps of someone who was never here. */
let page: Page;
usePage((opened) => void (page = opened));

test("the guide shows a page a course, with its picture; F1 opens it at the course", async () => {
  await openFresh(page, "SM-0415.jpg");
  await page.keyboard.press("4");
  const opened = page.context().waitForEvent("page");
  await page.keyboard.press("F1");
  const guide = await opened;
  await guide.waitForLoadState();
  expect(guide.url()).toBe(`${address}/help#frame`);
  await guide.getByRole("heading", { name: "Frame", exact: true }).waitFor();
  const pictures = guide.locator("figure img");
  expect(await pictures.count()).toBeGreaterThanOrEqual(8);
  await pictures.first().scrollIntoViewIfNeeded();
  await guide.waitForFunction(() => document.querySelector<HTMLImageElement>("figure img")!.naturalWidth > 1000);
  await guide.getByRole("navigation", { name: "Pages of the guide" }).getByText("Finish").click();
  expect(guide.url()).toContain("#finish");
  await guide.close();
}, 120_000);

test("a first visit is told three steps, which are ticked as they are done; sent away they stay away", async () => {
  const browser: Browser = await launch();
  try {
    const problems: string[] = [];
    const fresh = await openPage(browser, problems);
    // This one has never been here.
    await fresh.addInitScript(() => {
      if (!sessionStorage.getItem("asked")) localStorage.removeItem("flat-stone-hint-gone");
      sessionStorage.setItem("asked", "1");
    });
    await openFresh(fresh, "SM-0415.jpg");
    const steps = fresh.getByRole("complementary", { name: "First steps" });
    await steps.waitFor();
    await fresh.keyboard.down("o");
    await fresh.keyboard.up("o");
    await steps.getByLabel("done").first().waitFor();
    await steps.getByRole("button", { name: "Got it" }).click();
    await counted(steps, 0);
    await fresh.reload();
    await fresh.waitForSelector("canvas[data-rested]");
    await counted(steps, 0);
    expect(problems).toEqual([]);
  } finally {
    await browser.close();
  }
}, 120_000);

test("a command is given another key on the card, which a reload keeps; it is as it was again by a press", async () => {
  await openFresh(page, "SM-0415.jpg");
  const card = page.getByRole("dialog", { name: "Keys" });
  await page.keyboard.press("?");
  await card.getByRole("button", { name: /^Grid over the picture: G/ }).click();
  await page.keyboard.press("F7");
  await card.getByRole("button", { name: /^Grid over the picture: F7/ }).waitFor();
  // Another command's key is told of.
  await card.getByRole("button", { name: /^Marks shown or hidden: H/ }).click();
  await page.keyboard.press("F7");
  await card.getByText("also: Grid over the picture").waitFor();
  await card.getByRole("button", { name: "Marks shown or hidden: as it was" }).click();
  await page.keyboard.press("Escape");
  const grid = page.getByRole("button", { name: "Grid", exact: true });
  await page.keyboard.press("F7");
  expect(await grid.getAttribute("aria-pressed")).toBe("true");
  await page.reload();
  await page.waitForSelector("canvas[data-rested]");
  expect(await grid.getAttribute("title")).toContain("F7");
  await page.keyboard.press("g");
  expect(await grid.getAttribute("aria-pressed")).toBe("false");
  await page.keyboard.press("F7");
  expect(await grid.getAttribute("aria-pressed")).toBe("true");
  await page.keyboard.press("?");
  await card.getByRole("button", { name: "All as they were" }).click();
  await page.keyboard.press("Escape");
  await page.keyboard.press("g");
  expect(await grid.getAttribute("aria-pressed")).toBe("false");
}, 120_000);

test("the theme is the system's until another is chosen; the search opens by Ctrl K, too", async () => {
  const context = await page.context().browser()!.newContext({ colorScheme: "dark" });
  const own = await context.newPage();
  const theme = () => own.evaluate(() => document.documentElement.dataset["theme"]);
  await own.goto(address);
  expect(await theme()).toBe("night");
  await own.emulateMedia({ colorScheme: "light" });
  expect(await comesToBe(theme, (t) => t === "day")).toBe("day");
  await own.getByRole("button", { name: "Day or night" }).click();
  expect(await theme()).toBe("night");
  await own.reload();
  expect(await theme()).toBe("night");
  await context.close();
  await openFresh(page, "SM-0415.jpg");
  await page.keyboard.press("Control+k");
  await page.getByRole("combobox").first().waitFor();
}, 120_000);
