import type { Page } from "playwright-core";
import type { Point } from "./scene";
import { counted, onPlane, openFresh, rested, usePage } from "./app";

/** What must stay in the frame: marked, held by the clean frame, and said where it cannot be. */
let page: Page;
usePage((opened) => void (page = opened));

const marks = () => page.getByRole("region", { name: "Keep marks" });
const frame = async (): Promise<number[]> =>
  Promise.all(
    ["Left", "Top", "Width", "Height"].map(async (label) =>
      Number((await page.getByLabel(`${label}, px`, { exact: true }).inputValue()).replace("−", "-")),
    ),
  );

test("the clean frame goes around a mark that it had cut off, follows it, and lets go of it", async () => {
  await openFresh(page, "SM-0412.jpg");
  await page.keyboard.press("2");
  await page.getByLabel("Pitch, °").fill("13");
  await page.getByLabel("Pitch, °").blur();
  await page.keyboard.press("4");
  await rested(page);
  const before = await frame();
  await page.keyboard.press("Shift+K");
  // Beside the frame's upper left corner, where the photo reaches further than at its foot.
  const beside = await onPlane(page, [before[0]! - 25, before[1]! + 30]);
  await page.mouse.click(...beside);
  await marks().getByText("in the frame").waitFor();
  const kept = await frame();
  expect(kept[0]).toBeLessThanOrEqual(before[0]! - 24);
  expect(kept[2]! * kept[3]!).toBeLessThan(before[2]! * before[3]!);
  await page.keyboard.press("Control+z");
  await counted(marks(), 0);
  expect(await frame()).toEqual(before);
  await page.keyboard.press("Control+Shift+z");
  await marks().getByRole("button", { name: "Delete K1" }).press("Enter");
  expect(await frame()).toEqual(before);
}, 150_000);

test("of marks that no clean frame holds it says which and by how much, and offers one with gaps, as one step", async () => {
  await page.keyboard.press("Shift+K");
  const [left, top, width, height] = await frame();
  const places: Point[] = [
    [left! - 60, top! + height! - 10],
    [left! + width! - 30, top! + 20],
    [left! + width! + 200, top! + 40],
  ];
  for (const place of places) await page.mouse.click(...(await onPlane(page, place)));
  await marks()
    .getByText(/outside by \d+ px/)
    .first()
    .waitFor();
  await marks()
    .getByText(/No frame without gaps holds K\d/)
    .waitFor();
  const clean = await frame();
  await marks().getByRole("button", { name: "Take the frame with gaps" }).click();
  await page.getByText("Part of the frame is empty").waitFor();
  await counted(marks().getByText("outside by"), 0);
  await page.keyboard.press("Control+z");
  expect(await frame()).toEqual(clean);
}, 150_000);
