import type { Page } from "playwright-core";
import { angles, field, onPlane, openFresh, put, rested, stroke, usePage } from "./app";
import type { Point } from "./scene";

/** Frame: what it keeps and cuts off, moved and sized by every means, ratios, turns, sizes, and the visit's own list. */
let page: Page;
usePage((opened) => void (page = opened), { ownEdges: true });

const frame = async (): Promise<number[]> =>
  Promise.all(
    ["Left", "Top", "Width", "Height"].map(async (label) =>
      Number((await field(page, `${label}, px`).inputValue()).replace("−", "-")),
    ),
  );
const output = () => page.getByTestId("output-words");

test("the tower stands in its default frame from foot to top; the largest frame is another, and a choice", async () => {
  await openFresh(page, "SM-0414.jpg");
  await page.keyboard.press("2");
  // Its lens and lines alone: true up would ease so steep a view.
  await page.getByRole("button", { name: "Lens alone" }).click({ timeout: 150_000 });
  await page.getByRole("button", { name: "Lines alone" }).click();
  await page.waitForTimeout(500);
  expect(Math.abs((await angles(page)).pitch - 24)).toBeLessThan(0.5);
  await page.keyboard.press("4");
  await rested(page);
  await page.getByRole("button", { name: "Most it shows", pressed: true }).waitFor({ timeout: 90_000 });
  const [, top, , height] = await frame();
  // Its ridge lies 1,400 px above the horizon, its foot 1,900 below.
  expect(top).toBeLessThan(-1400);
  expect(top! + height!).toBeGreaterThan(1900);
  await page
    .getByTestId("cut-off")
    .getByText(/Cut off: \d+ % on the/)
    .waitFor();
  await page.getByRole("button", { name: "Most area" }).click();
  const largest = await frame();
  expect(largest[1]! + largest[3]!).toBeLessThan(1500);
  await page.keyboard.press("Control+z");
  expect((await frame())[3]).toBe(height);
}, 300_000);

test("by keys it moves and grows about its middle; with Alt a corner takes the other with it; a click changes nothing", async () => {
  await openFresh(page, "SM-0412.jpg");
  await page.keyboard.press("2");
  await put(page, "Pitch, °", "11");
  await page.keyboard.press("4");
  await rested(page);
  const clean = await frame();
  await page.mouse.click(...(await onPlane(page, [clean[0]! + clean[2]! / 2, clean[1]! + clean[3]! / 2])));
  await page.getByText("Without gaps, kept up to date:").waitFor();
  await page.keyboard.press("ArrowRight");
  await page.keyboard.press("Shift+ArrowDown");
  const moved = await frame();
  expect(moved).toEqual([clean[0]! + 1, clean[1]! + 10, clean[2], clean[3]]);
  await page.waitForTimeout(1000);
  await page.keyboard.press(",");
  const smaller = await frame();
  expect(smaller[2]! / moved[2]!).toBeCloseTo(0.99, 2);
  expect(smaller[0]! + smaller[2]! / 2).toBeCloseTo(moved[0]! + moved[2]! / 2, -1);
  const [left, top] = await onPlane(page, [smaller[0]!, smaller[1]!]);
  await page.keyboard.down("Alt");
  await stroke(page, [left, top], [left + 40, top + 40]);
  await page.keyboard.up("Alt");
  const both = await frame();
  expect(both[0]! + both[2]! / 2).toBeCloseTo(smaller[0]! + smaller[2]! / 2, -1);
  expect(both[2]!).toBeLessThan(smaller[2]! - 100);
  await page.keyboard.press("Control+z");
  expect(await frame()).toEqual(smaller);
}, 150_000);

test("the picture is slid under the frame, an axis holds it in the middle, and a drawn frame follows the building", async () => {
  const before = await frame();
  await page.keyboard.press("Shift+S");
  const from: Point = await onPlane(page, [before[0]! + before[2]! / 2, before[1]! + before[3]! / 2]);
  await stroke(page, from, [from[0] + 50, from[1]]);
  const slid = await frame();
  expect(slid[0]).toBeLessThan(before[0]! - 50);
  expect(slid.slice(1)).toEqual(before.slice(1));
  await page.keyboard.press("f");
  await rested(page);
  await page.keyboard.press("Shift+I");
  const axis = slid[0]! + slid[2]! / 2 + 60;
  await page.mouse.click(...(await onPlane(page, [axis, slid[1]! + 300])));
  await page.getByText("The frame stays symmetric about the axis.").waitFor();
  const centred = await frame();
  expect(Math.abs(centred[0]! + centred[2]! / 2 - axis)).toBeLessThan(6);
  await page.keyboard.press("m");
  const side = await onPlane(page, [centred[0]!, centred[1]! + centred[3]! / 2]);
  await stroke(page, side, [side[0] + 40, side[1]]);
  const narrow = await frame();
  expect(Math.abs(narrow[0]! + narrow[2]! / 2 - axis)).toBeLessThan(6);
  expect(narrow[2]).toBeLessThan(centred[2]! - 100);
  await page.getByRole("button", { name: "Let it go" }).click();
  await page.keyboard.press("2");
  await put(page, "Pitch, °", "12");
  await page.keyboard.press("4");
  const followed = await frame();
  expect(followed).not.toEqual(narrow);
  expect(Math.abs(followed[2]! / narrow[2]! - 1)).toBeLessThan(0.1);
}, 180_000);

test("ratios are typed, swapped and kept with the visit; nonsense is refused", async () => {
  await page.getByRole("button", { name: "Most area" }).click();
  const ratio = async (): Promise<number> => {
    const [, , w, h] = await frame();
    return w! / h!;
  };
  await field(page, "Ratio, typed").fill("1920×1080");
  await field(page, "Ratio, typed").press("Enter");
  expect(await ratio()).toBeCloseTo(16 / 9, 2);
  await field(page, "Ratio, typed").blur();
  await page.keyboard.press("Shift+W");
  expect(await ratio()).toBeCloseTo(9 / 16, 2);
  await field(page, "Ratio, typed").fill("wide");
  await field(page, "Ratio, typed").press("Enter");
  await page.getByText('"wide" is no ratio.').first().waitFor();
  await field(page, "Ratio, typed").fill("7:3");
  await field(page, "Ratio, typed").press("Enter");
  await page.getByTitle("Keep this ratio in the visit's list, or take it off").click();
  await page.getByRole("option", { name: "7 : 3, this visit’s" }).waitFor({ state: "attached" });
  await openFresh(page, "SM-0420.jpg");
  await page.keyboard.press("4");
  await page.getByRole("option", { name: "7 : 3, this visit’s" }).waitFor({ state: "attached" });
  await page.getByRole("combobox", { name: "Ratio", exact: true }).selectOption("7:3");
  expect(await ratio()).toBeCloseTo(7 / 3, 2);
  await page.getByTitle("Keep this ratio in the visit's list, or take it off").click();
}, 180_000);

test("a quarter turn turns frame and output, a mirror keeps them; sizes are said in pixels and on paper", async () => {
  const [, , w, h] = await frame();
  await page.getByRole("button", { name: "Turn clockwise" }).click();
  await rested(page);
  const turned = await frame();
  expect([turned[3], turned[2]]).toEqual([w, h]);
  await page.getByRole("button", { name: "Mirror" }).click();
  expect((await frame()).slice(2)).toEqual(turned.slice(2));
  await page.getByRole("button", { name: "Mirror", pressed: true }).click();
  await page.keyboard.press("Control+z");
  await page.keyboard.press("Control+z");
  await page.keyboard.press("Control+z");
  expect((await frame()).slice(2)).toEqual([w, h]);
  await page.getByLabel("Output size").selectOption("long");
  await put(page, "Longer side, px", "1400");
  await output().getByText("1 400 × 600 px".replace(" ", "\u202f")).waitFor();
  await field(page, "Name to keep this size under").fill("listing");
  await field(page, "Name to keep this size under").press("Enter");
  await page.getByLabel("Output size").selectOption("print");
  await put(page, "Longer side, cm", "25.4");
  await put(page, "Resolution, dpi", "100");
  await output().getByText("25.4 × 10.9 cm on paper").waitFor();
  await page.getByRole("button", { name: "listing", exact: true }).click();
  await output()
    .getByText(/1\u202f400 × 600 px/)
    .waitFor();
  await page.getByRole("button", { name: "Drop listing" }).click();
  await page.getByRole("button", { name: "listing", exact: true }).waitFor({ state: "detached" });
}, 180_000);
