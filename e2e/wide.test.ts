import type { Page } from "playwright-core";
import { field, onPlane, openFresh, put, rested, stroke, usePage } from "./app";

/** A stitched picture: said to be one, measured by what is straight in it, shown flat and on a cylinder, lines and faces by its rays. */
let page: Page;
usePage((opened) => void (page = opened));

test("the yard is stitched: its field measured, lines drawn beside the camera, shown on surfaces, all undone", async () => {
  await openFresh(page, "SM-0425.jpg");
  await page.keyboard.press("1");
  await page.getByText("So wide a picture was hardly taken at once").waitFor();
  await page.getByRole("combobox", { name: "How it was recorded" }).selectOption("cylindrical");
  await page.getByRole("button", { name: "Measure by what is straight" }).click();
  await page.getByText(/It goes (189|190)\.\d° round, ± 0\.\d°/).waitFor({ timeout: 120_000 });
  expect(await page.getByLabel("Field of view, °").inputValue()).toMatch(/^(189|190)\.\d$/);
  await put(page, "Field of view, °", "190");
  await page.getByText("on a cylinder").first().waitFor();
  await rested(page);

  // Lines: plumbs far to the left and to the right of a camera that looked between them.
  await page.keyboard.press("2");
  await stroke(page, await onPlane(page, [365, 100]), await onPlane(page, [365, 900]));
  await stroke(page, await onPlane(page, [5525, 300]), await onPlane(page, [5525, 900]));
  await page.getByRole("table", { name: "Line schedule" }).getByRole("row").nth(2).waitFor();
  const pitch = Number((await page.getByLabel("Pitch, °").inputValue()).replace("−", "-"));
  expect(Math.abs(pitch)).toBeLessThan(0.5);

  await page.keyboard.press("3");
  await page
    .getByTestId("drawn-out")
    .getByText(/no more than 1\.\d ×/)
    .waitFor();
  await page.getByRole("button", { name: "flat", exact: true }).click();
  await page
    .getByTestId("drawn-out")
    .getByText(/drawn out to \d+\.\d times/)
    .waitFor();
  await page.getByRole("slider", { name: "From flat to cylinder" }).focus();
  await page.keyboard.press("End");
  expect(await page.getByLabel("Bent by, %").inputValue()).toBe("100");
  await put(page, "Bent by, %", "40");
  await page.keyboard.press("Escape");
  await page.keyboard.press("Control+z");
  expect(await page.getByLabel("Bent by, %").inputValue()).toBe("100");
  await page.keyboard.press("Control+z");
  await page
    .getByTestId("drawn-out")
    .getByText(/drawn out to \d+\.\d times/)
    .waitFor();
  await page.keyboard.press("Control+y");
  await rested(page);
}, 240_000);

test("a face beside the camera becomes a rectangle as its rays tell; eased, and kept over a reload", async () => {
  await openFresh(page, "SM-0425.jpg");
  await page.keyboard.press("1");
  await page.getByRole("combobox", { name: "How it was recorded" }).selectOption("cylindrical");
  await put(page, "Field of view, °", "190");
  await page.keyboard.press("3");
  await rested(page);
  await page.keyboard.press("]");
  // The east wall: 11 m beside the camera, from 9 m ahead of it to a little behind.
  for (const at of [
    [4341, 320],
    [5711, 73],
    [5711, 1139],
    [4341, 1067],
  ] as const) {
    // prettier-ignore
    await page.keyboard.down("Alt");
    await page.mouse.click(...(await onPlane(page, [...at])));
    await page.keyboard.up("Alt");
    await page.waitForTimeout(150);
  }
  const schedule = page.getByRole("table", { name: "Shape schedule" });
  await schedule.getByRole("button", { name: "Select mark F1" }).waitFor();
  await page.getByLabel("F1 is").selectOption("rectangle");
  await schedule.getByText(/→ [-−]?0\.0°/).waitFor();
  const ratio = Number(await field(page, "Width over height of F1").inputValue());
  // 10.4 m long, 6.5 m high; a pixel of the screen is seven of the picture.
  expect(Math.abs(ratio / (10.4 / 6.5) - 1)).toBeLessThan(0.08);
  await put(page, "How far F1, %", "50");
  await schedule.getByText(/→ [-−]?[1-9]\.\d°/).waitFor();
  await page.waitForTimeout(2500);
  await page.reload();
  await rested(page);
  await page.keyboard.press("3");
  await schedule.getByText(/→ [-−]?[1-9]\.\d°/).waitFor();
}, 240_000);
