import { readFileSync } from "node:fs";
import type { Browser, Page } from "playwright-core";
import { counted, freshAssignment, launch, openPage, rested, shown, strokeByHand } from "./app";
import { touch } from "./touch";
import { demoPhoto } from "./scene";

/** The Bench itself, whatever the course: its keys, its search, its room, and fingers on its sheet. */
let browser: Browser;
let page: Page;
const problems: string[] = [];

beforeAll(async () => {
  browser = await launch();
  page = await openPage(browser, problems);
  const photo = { name: "street.jpg", mimeType: "image/jpeg", buffer: readFileSync(demoPhoto) };
  await freshAssignment(page, "The Bench itself", photo);
  await page.getByRole("link", { name: "street.jpg", exact: true }).click();
  await rested(page);
}, 120_000);
afterAll(() => browser.close());
afterEach(() => expect(problems.splice(0)).toEqual([]));

const box = async () => (await page.getByTestId("sheet").boundingBox())!;

test("what can be done is found by its words and done from there", async () => {
  await page.keyboard.press("/");
  const search = page.getByRole("combobox", { name: "Find a command" });
  await search.waitFor();
  await search.pressSequentially("grid over");
  await page.getByRole("option", { name: /Grid over the picture/ }).waitFor();
  await counted(page.getByRole("option"), 1);
  await page.keyboard.press("Enter");
  await search.waitFor({ state: "detached" });
  expect(await page.getByRole("button", { name: "Grid" }).getAttribute("aria-pressed")).toBe("true");
  await page.keyboard.press("g");
  expect(await page.getByRole("button", { name: "Grid" }).getAttribute("aria-pressed")).toBe("false");
  // What cannot be done at the moment is not.
  await page.keyboard.press("/");
  await search.pressSequentially("delete the line");
  expect(await page.getByRole("option").first().getAttribute("aria-disabled")).toBe("true");
  await page.keyboard.press("Escape");
  await search.waitFor({ state: "detached" });
});

test("the card of keys is drawn from the same table", async () => {
  await page.keyboard.press("?");
  const card = page.getByRole("dialog", { name: "Keys" });
  await card.getByRole("button", { name: "Lens", exact: true }).click();
  await card.getByText("Take the lens profile that fits").waitFor();
  // With what one course has besides it fits the screen; of all of them there is more.
  const isWhole = () =>
    card.evaluate((d) => d.firstElementChild!.scrollHeight <= d.firstElementChild!.clientHeight + 1);
  for (const course of ["Lens", "Lines", "Shape", "Frame", "Edges", "Finish"]) {
    await card.getByRole("button", { name: course, exact: true }).click();
    expect([course, await isWhole()]).toEqual([course, true]);
  }
  await card.getByRole("button", { name: "All", exact: true }).click();
  await card.getByText("Take the lens profile that fits").waitFor();
  await card.getByText("Ctrl Shift Z").waitFor();
  await page.keyboard.press("Escape");
  await card.waitFor({ state: "detached" });
});

test("one key leaves only the picture, and the column is as wide as it is dragged", async () => {
  const before = await box();
  await page.keyboard.press("0");
  await page.getByRole("navigation", { name: "Courses" }).waitFor({ state: "detached" });
  expect(await box()).toMatchObject({ x: 0, y: 0, width: 1280, height: 800 });
  await page.keyboard.press("0");
  await page.getByRole("navigation", { name: "Courses" }).waitFor();
  expect(await box()).toEqual(before);
  const grip = page.getByRole("separator", { name: "Width of the column" });
  await grip.focus();
  for (let i = 0; i < 3; i++) await page.keyboard.press("ArrowLeft");
  expect((await box()).width).toBe(before.width - 48);
  await grip.dblclick();
  expect((await box()).width).toBe(before.width);
});

test("everything of the course is in sight at once, at 1280 × 800", async () => {
  await page.keyboard.press("2");
  const { y, height } = (await page.getByTestId("stretch").boundingBox())!;
  const foot = (await page.getByLabel("Title block").boundingBox())!;
  expect(y + height).toBeLessThan(foot.y);
  expect(foot.y + foot.height).toBeLessThanOrEqual(800);
});

test("a press that does not move changes nothing: a clean frame that is touched stays clean", async () => {
  await page.keyboard.press("4");
  await page.getByText("Without gaps, kept up to date:").waitFor();
  const { x, y } = await box();
  await page.mouse.move(x + 450, y + 350);
  await page.mouse.down();
  await page.mouse.move(x + 452, y + 351);
  await page.mouse.up();
  await page.getByText("Without gaps, kept up to date:").waitFor();
  expect(await page.getByRole("button", { name: "Undo" }).isDisabled()).toBe(true);
});

test("two fingers move and zoom the picture; what the first had begun to draw is dropped", async () => {
  await page.keyboard.press("p");
  const session = await page.context().newCDPSession(page);
  const { x, y } = await box();
  const a: [number, number] = [x + 400, y + 300];
  const b: [number, number] = [x + 500, y + 300];
  const before = await shown(page);
  await touch(session, "touchStart", [a]);
  await touch(session, "touchMove", [[a[0], a[1] + 60]]);
  await touch(session, "touchStart", [[a[0], a[1] + 60], b]);
  for (let i = 1; i <= 5; i++)
    await touch(session, "touchMove", [
      [a[0] - 10 * i, a[1] + 60],
      [b[0] + 10 * i, b[1]],
    ]);
  // One finger is lifted: the other still does not edit.
  await touch(session, "touchEnd", [[a[0] - 50, a[1] + 60]]);
  await touch(session, "touchMove", [[a[0] - 50, a[1] + 160]]);
  await touch(session, "touchEnd", []);
  await page.waitForFunction(
    (s) => document.querySelector("[data-testid=sheet]")?.getAttribute("data-view") !== s,
    JSON.stringify(before),
  );
  expect((await shown(page)).scale / before.scale).toBeGreaterThan(1.4);
  await counted(page.locator("tbody tr"), 0);
  expect(await page.getByRole("button", { name: "Undo" }).isDisabled()).toBe(true);
  await page.keyboard.press("f");
});

test("a gesture ends by itself after a burst of keys, so that panels are no longer behind", async () => {
  const { x, y } = await box();
  await strokeByHand(page, [x + 300, y + 150], [x + 305, y + 450]);
  await page.locator("tbody tr").waitFor();
  // All in one turn of the page, so that no busy machine makes several bursts of them.
  await page.evaluate(() => {
    for (let i = 0; i < 4; i++) window.dispatchEvent(new KeyboardEvent("keydown", { key: "ArrowRight" }));
  });
  // One step back takes back the burst, another the line.
  await page.waitForTimeout(1200);
  await page.keyboard.press("ArrowRight");
  for (const left of [1, 1, 0]) {
    await page.keyboard.press("Control+z");
    await counted(page.locator("tbody tr"), left);
  }
});

test("a number field's arrows step it, ten times as far with Shift; a run of them is one step back", async () => {
  await page.keyboard.press("4");
  const width = page.getByLabel("Width, px");
  const before = Number(await width.inputValue());
  await width.focus();
  for (let i = 0; i < 3; i++) await page.keyboard.press("ArrowDown");
  await page.keyboard.press("Shift+ArrowUp");
  expect(Number(await width.inputValue())).toBe(before - 3 + 10);
  // The run is over by itself; what comes later is a step of its own.
  await page.waitForTimeout(1200);
  await page.keyboard.press("ArrowUp");
  expect(Number(await width.inputValue())).toBe(before + 8);
  await page
    .getByTestId("sheet")
    .focus()
    .catch(() => undefined);
  for (const left of [before + 7, before]) {
    await page.getByRole("button", { name: "Undo" }).click();
    expect(Number(await width.inputValue())).toBe(left);
  }
});

test("the late answer to an old version's save does not say that the new one is saved, or is not", async () => {
  await page.getByText("saved", { exact: true }).waitFor();
  const url = page.url();
  // The old version's save is answered only later, and with a failure.
  let release = (): void => undefined;
  const released = new Promise<void>((resolve) => (release = resolve));
  const old = url.split("/").at(-1)!;
  await page.route(`**/api/versions/${old}/revisions`, async (route) => {
    await released;
    await route.fulfill({ status: 500, json: { error: "The server stumbled.", details: null } });
  });
  await page.getByLabel("Width, px").focus();
  await page.keyboard.press("ArrowUp");
  await page.getByRole("button", { name: "New version from this one" }).click();
  await page.waitForURL((u) => u.href !== url);
  await rested(page);
  await page.getByText("saved", { exact: true }).waitFor();
  release();
  await page.waitForTimeout(400);
  await counted(page.getByText("saved", { exact: true }), 1);
  await page.unroute(`**/api/versions/${old}/revisions`);
  // Back on the old one its work is there, taken up from this browser and saved.
  await page.getByRole("link", { name: "A", exact: true }).click();
  await page.waitForURL(url);
  await rested(page);
  await page.getByText("saved", { exact: true }).waitFor();
});

test("the column is made wider by dragging its edge or by the arrows, whichever side it stands at", async () => {
  const grip = page.getByRole("separator", { name: "Width of the column" });
  const width = async (): Promise<number> => Number(await grip.getAttribute("aria-valuenow"));
  const dragTo = async (x: number): Promise<void> => {
    const box = (await grip.boundingBox())!;
    await page.mouse.move(box.x + box.width / 2, box.y + 200);
    await page.mouse.down();
    await page.mouse.move(x, box.y + 200, { steps: 4 });
    await page.mouse.up();
  };
  await dragTo(1280 - 400);
  expect(await width()).toBe(400);
  await grip.press("ArrowLeft");
  expect(await width()).toBe(416);
  // In a language that is written from right to left the column stands at the left.
  await page.evaluate(() => document.documentElement.setAttribute("dir", "rtl"));
  await dragTo(380);
  expect(await width()).toBe(380);
  await grip.press("ArrowRight");
  expect(await width()).toBe(396);
  await page.evaluate(() => document.documentElement.removeAttribute("dir"));
  await grip.dblclick();
  expect(await width()).toBe(316);
});
