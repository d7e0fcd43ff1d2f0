import type { Page } from "playwright-core";
import { address, comesToBe, counted, freshVersion, onPage, openFresh, rested, strokeByHand, usePage } from "./app";

/** What people try without being told: back and forward, copying and pasting, the menu under the other button, feet. */
let page: Page;
usePage((opened) => void (page = opened));

const heading = (name: string) => page.locator("aside").getByRole("heading", { name, exact: true });

test("the address holds the course; back and forward walk through courses and photos", async () => {
  await openFresh(page, "SM-0415.jpg");
  const first = page.url();
  await page.keyboard.press("4");
  await heading("Frame").waitFor();
  await page.waitForURL(/course=frame/);
  await page.keyboard.press("6");
  await page.waitForURL(/course=finish/);
  await page.goBack();
  await heading("Frame").waitFor();
  await page.goForward();
  await heading("Finish").waitFor();
  // The address alone is enough for another window, and after a reload.
  await page.goto(first.replace(/\?.*/, "") + "?course=edges");
  await rested(page);
  await heading("Edges").waitFor();
  await page.reload();
  await rested(page);
  await heading("Edges").waitFor();
}, 120_000);

test("a recipe is copied as text on one photo and pasted on another, as one step; other text is refused in words", async () => {
  await page.context().grantPermissions(["clipboard-read", "clipboard-write"]);
  await openFresh(page, "SM-0415.jpg");
  await page.keyboard.press("6");
  const exposure = page.getByRole("textbox", { name: "Exposure, stops" });
  await exposure.fill("0.7");
  await exposure.press("Enter");
  await exposure.blur();
  await page.keyboard.press("Control+c");
  await page.getByText("The recipe is on the clipboard").waitFor();
  await page.goto(`${address}/bench/${await freshVersion("SM-0416.jpg")}?course=finish`);
  await rested(page);
  expect(await exposure.inputValue()).toBe("0.00");
  await page.keyboard.press("Control+v");
  expect(
    await comesToBe(
      () => exposure.inputValue(),
      (v) => v === "0.70",
    ),
  ).toBe("0.70");
  await page.keyboard.press("Control+z");
  expect(
    await comesToBe(
      () => exposure.inputValue(),
      (v) => v === "0.00",
    ),
  ).toBe("0.00");
  await page.evaluate(() => navigator.clipboard.writeText("not a recipe"));
  await page.keyboard.press("Control+v");
  await page.getByText("There is no recipe on the clipboard").waitFor();
  expect(await exposure.inputValue()).toBe("0.00");
}, 120_000);

test("the menu under the other button is about the line it was asked at; by keys it is chosen from and put away", async () => {
  await openFresh(page, "SM-0412.jpg");
  await page.keyboard.press("2");
  await page.keyboard.press("s");
  await rested(page);
  await page.keyboard.press("p");
  await strokeByHand(page, await onPage(page, [1000, 500]), await onPage(page, [1000, 1500]));
  await counted(page.getByRole("button", { name: /^Select plumb/ }), 1);
  await page.keyboard.press("m");
  await page.keyboard.press("Escape");
  const menu = page.getByRole("menu");
  const [x, y] = await onPage(page, [1000, 1000]);
  await page.mouse.click(x, y, { button: "right" });
  await menu.waitFor();
  await menu.getByRole("menuitem", { name: /Line on or off/ }).waitFor();
  await page.keyboard.press("Escape");
  await counted(menu, 0);
  // Away from any line nothing is about a line.
  await page.keyboard.press("Escape");
  const away = await onPage(page, [1600, 700]);
  await page.mouse.click(...away, { button: "right" });
  await menu.waitFor();
  await counted(menu.getByRole("menuitem", { name: /Delete the line/ }), 0);
  await page.keyboard.press("Escape");
  await page.mouse.click(x, y, { button: "right" });
  await menu.getByRole("menuitem", { name: /Delete the line/ }).click();
  await counted(page.getByRole("button", { name: /^Select plumb/ }), 0);
  await page.keyboard.press("Control+z");
  await counted(page.getByRole("button", { name: /^Select plumb/ }), 1);
}, 120_000);
