import { readFileSync } from "node:fs";
import type { Browser, Page } from "playwright-core";
import { address, fetched, freshAssignment, launch, openId, openPage, rested, strokeByHand } from "./app";
import { demoPhoto } from "./scene";

let browser: Browser;
const problems: string[] = [];
beforeAll(async () => {
  browser = await launch();
});
afterAll(() => browser.close());
afterEach(() => expect(problems.splice(0)).toEqual([]));

/** A fresh assignment with the demo picture, opened on the Bench. */
async function freshBench(name: string): Promise<Page> {
  const page = await openPage(browser, problems);
  await freshAssignment(page, name, { name: "street.jpg", mimeType: "image/jpeg", buffer: readFileSync(demoPhoto) });
  await page.getByRole("link", { name: "street.jpg", exact: true }).click();
  await rested(page);
  return page;
}

const drawAt = async (page: Page, x: number): Promise<void> => {
  const box = (await page.getByTestId("sheet").boundingBox())!;
  await strokeByHand(page, [box.x + x, box.y + 200], [box.x + x + 12, box.y + 520]);
};
const state = (page: Page, words: string) =>
  page.waitForFunction((w) => document.querySelector('[data-testid="save-state"]')?.textContent === w, words);
const lines = (page: Page) => page.locator("tbody tr").count();

test("when the server cannot be reached, work is kept in this browser and saved later, even after a reload", async () => {
  const page = await freshBench("Unreachable");
  await page.route("**/revisions", (r) => r.abort());
  await drawAt(page, 300);
  await state(page, "could not save; kept in this browser and tried again");
  await drawAt(page, 600);
  await page.reload();
  await rested(page);
  expect(await lines(page)).toBe(2);
  await page.unroute("**/revisions");
  await state(page, "saved");
  await page.evaluate(() => localStorage.clear());
  await page.reload();
  await rested(page);
  expect(await lines(page)).toBe(2);
  await page.close();
});

test("two windows on one version: the second save is stopped, and both works survive", async () => {
  const one = await freshBench("Two windows");
  const two = await openPage(browser, problems);
  await two.goto(one.url());
  await rested(two);
  await drawAt(one, 300);
  await state(one, "saved");
  await drawAt(two, 500);
  await drawAt(two, 640);
  await two.getByText("This version was changed in another window.").waitFor();
  await two.getByRole("button", { name: "Keep mine as a new version" }).click();
  await two.waitForURL((u) => u.href !== one.url());
  await rested(two);
  expect(await lines(two)).toBe(2);
  expect(await two.getByRole("link", { name: "B", exact: true }).getAttribute("aria-current")).toBe("page");
  await one.reload();
  await rested(one);
  expect(await lines(one)).toBe(1);
  await one.close();
  await two.close();
});

test("a photo taken out in another window: work on it is kept, and goes on once it is back", async () => {
  const page = await freshBench("Taken out elsewhere");
  const id = openId(page);
  const { photo } = await fetched<{ photo: { id: string } }>(`/api/versions/${id}`);
  const change = (deleted: boolean) =>
    fetch(`${address}/api/photos/${photo.id}`, { method: "PATCH", body: JSON.stringify({ deleted }) });
  expect((await change(true)).status).toBe(200);
  const box = (await page.getByTestId("sheet").boundingBox())!;
  await strokeByHand(page, [box.x + 300, box.y + 150], [box.x + 305, box.y + 450]);
  await page.getByText("This photo was taken out of its assignment in another window.").waitFor();
  await page.getByRole("button", { name: "Bring it back" }).click();
  await page.waitForFunction(() => document.querySelector("[data-testid=save-state]")?.textContent === "saved");
  const { recipe } = await fetched<{ recipe: { lines: unknown[] } }>(`/api/versions/${id}`);
  expect(recipe.lines).toHaveLength(1);
  await page.close();
});

test("what is away is said on the screen in words, and no longer once it is back", async () => {
  const page = await openPage(browser, problems);
  let answer: unknown = null;
  await page.route("**/api/health", (route) =>
    answer === null ? route.abort() : route.fulfill({ status: 200, json: answer }),
  );
  await page.goto(address);
  await page.getByText("The app does not answer.").waitFor();
  const well = {
    ok: true,
    app: { upSeconds: 60, memoryBytes: 3e8 },
    database: { ok: true, state: "answers" },
    disk: { ok: true, freeBytes: 9e9, totalBytes: 9e10 },
    queue: { waiting: 2, rendering: 0, oldestSeconds: 9 },
    worker: { ok: true, count: 1, seenSecondsAgo: 1 },
  };
  answer = { ...well, ok: false, database: { ok: false, state: "away" }, queue: null, worker: null };
  await page.getByText("The database cannot be reached.").waitFor();
  answer = { ...well, worker: { ok: false, count: 0, seenSecondsAgo: 90 } };
  await page.getByText("No worker is running, so deliveries wait.").waitFor();
  answer = { ...well, disk: { ok: false, freeBytes: 3e8, totalBytes: 9e10 } };
  await page.getByText("The disk is nearly full").waitFor();
  answer = well;
  await page.getByText("The disk is nearly full").waitFor({ state: "detached" });
  await page.close();
});

test("deleting takes a moment to take back, for assignments and photos", async () => {
  const page = await freshBench("Deleted by mistake");
  await page.getByRole("link", { name: "Deleted by mistake" }).click();
  await page.getByRole("button", { name: "Take street.jpg out" }).click();
  await page.getByText("No photos yet").waitFor();
  await page.getByRole("button", { name: "Bring it back" }).click();
  await page.getByRole("link", { name: "street.jpg", exact: true }).waitFor();
  await page.goto(address);
  await page.getByRole("button", { name: "Delete Deleted by mistake" }).click();
  await page.getByRole("link", { name: "Open Deleted by mistake" }).waitFor({ state: "detached" });
  await page.getByRole("button", { name: "Bring it back" }).click();
  await page.getByRole("link", { name: "Open Deleted by mistake" }).waitFor();
  await page.getByRole("button", { name: "Rename Deleted by mistake" }).click();
  await page.getByLabel("New name").fill("Kept after all");
  await page.keyboard.press("Enter");
  await page.getByRole("link", { name: "Open Kept after all" }).waitFor();
  await page.close();
});

test("a frame is moved by hand and reset; the lens by numbers; each a step back", async () => {
  const page = await freshBench("Frame and lens");
  await page.keyboard.press("4");
  await page.getByText("100 % of the photo is kept").waitFor();
  const box = (await page.getByTestId("sheet").boundingBox())!;
  await strokeByHand(page, [box.x + 450, box.y + 350], [box.x + 500, box.y + 350]);
  await page.getByText(/Part of the frame is empty/).waitFor();
  await page.getByRole("button", { name: "Most area" }).click();
  await page.getByText("100 % of the photo is kept").waitFor();
  await page.getByRole("combobox", { name: "Ratio", exact: true }).selectOption({ label: "1 : 1" });
  expect(await page.getByLabel("Width, px").inputValue()).toBe("2000");
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: /Lens/ }).first().click();
  await page.getByText("Centre and terms").click();
  await page.getByLabel("k1", { exact: true }).fill("-0.05");
  await page.keyboard.press("Enter");
  await page.getByText("Bow at the corner -5.00 %").waitFor();
  await page.getByRole("button", { name: "Reset k1" }).click();
  await page.getByText("Nothing set yet").waitFor();
  await page.getByRole("button", { name: "Undo" }).click();
  await page.getByText("Bow at the corner -5.00 %").waitFor();
  const focal = page.getByLabel(/^Focal, 35 mm eq/);
  expect(await focal.inputValue()).toBe("21.0");
  await focal.fill("24");
  await page.keyboard.press("Enter");
  await page.getByText("24 mm eq.").waitFor();
  await page.getByRole("button", { name: /Reset Focal/ }).click();
  await page.getByText("21 mm eq.").waitFor();
  await page.close();
});
