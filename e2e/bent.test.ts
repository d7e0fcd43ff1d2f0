import type { Page } from "playwright-core";
import { counted, fetched, onPlane, openFresh, openId, put, rested, stroke, usePage } from "./app";
import type { Point } from "./scene";

/** Shape's marks: taut lines, joined faces and shields drawn, set, pulled, contradicted, deleted and undone. */
let page: Page;
usePage((opened) => void (page = opened));

const schedule = () => page.getByRole("table", { name: "Shape schedule" });
const row = (name: string) =>
  schedule()
    .getByRole("row")
    .filter({ has: page.getByRole("button", { name: `Select mark ${name}` }) });
const messages = () => page.getByTestId("shape-messages");
const click = async (at: Point): Promise<void> => {
  await page.mouse.click(...(await onPlane(page, at)));
  await page.waitForTimeout(150);
};
const draw = async (from: Point, to: Point): Promise<void> =>
  stroke(page, await onPlane(page, from), await onPlane(page, to));

async function openStore(): Promise<void> {
  await openFresh(page, "SM-0426.jpg");
  await page.keyboard.press("3");
  await rested(page);
}

test("a stroke along a post makes it taut, a lock plumb; half of it, parallel to another, off, deleted and undone", async () => {
  await openStore();
  await page.keyboard.press("[");
  // Along the leaning store's first post, as it was shot.
  await draw([1002, 705], [894, 1490]);
  await row("T1").waitFor();
  await page.getByLabel("T1 becomes").selectOption("vertical");
  await row("T1")
    .getByText(/→ [-−]?0\.0°/)
    .waitFor();
  await put(page, "How far T1, %", "50");
  await row("T1")
    .getByText(/→ [-−]?[1-9]\.\d°/)
    .waitFor();
  await page.keyboard.press("Control+z");
  await row("T1")
    .getByText(/→ [-−]?0\.0°/)
    .waitFor();
  // With Alt a line is straight from place to place: two clicks and Enter are the same by keys.
  await page.keyboard.press("Escape");
  await click([2198, 760]);
  await click([2174, 1505]);
  await page.getByText("2 places. Enter draws the line").waitFor();
  await page.keyboard.press("Enter");
  await row("T2").waitFor();
  await page.getByLabel("T2 becomes").selectOption({ label: "parallel to T1" });
  await row("T2")
    .getByText(/→ [-−]?0\.0°/)
    .waitFor();
  await page.keyboard.press("Shift+X");
  await page.getByRole("button", { name: "Switch T2 on" }).waitFor();
  await page.keyboard.press("Delete");
  await counted(row("T2"), 0);
  await page.keyboard.press("Control+z");
  await row("T2").waitFor();
  await page.getByLabel("What is bent, applied").click();
  await row("T1").getByText("–").first().waitFor();
}, 240_000);

test("faces share joints; placed they move nothing, pulled the picture follows; a rectangle is one; in line it says so", async () => {
  await openStore();
  await page.keyboard.press("]");
  for (const p of [
    [980, 640],
    [1570, 690],
    [1550, 1560],
    [900, 1530],
  ] as Point[])
    await click(p);
  await row("F1").waitFor();
  await row("F1").getByText("0.0 px").first().waitFor();
  // Edge to edge: its left corners are joints already.
  for (const p of [
    [1570, 690],
    [2200, 740],
    [2180, 1600],
    [1550, 1560],
  ] as Point[])
    await click(p);
  await row("F2").waitFor();
  const saved = async () => {
    await page.waitForFunction(() => document.querySelector('[data-testid="save-state"]')?.textContent === "saved");
    const id = openId(page);
    return (await fetched<{ recipe: { shape: { joints: { by?: number[] }[] } } }>(`/api/versions/${id}`)).recipe.shape
      .joints;
  };
  expect(await saved()).toHaveLength(6);
  await page.getByLabel("Left of F2").selectOption("vertical");
  await row("F2")
    .getByText(/→ 0\.0°/)
    .waitFor();
  await page.keyboard.press("Control+z");
  // A joint pulled: the picture follows, and keys pull on.
  await page.getByLabel("Joints pull the picture").click();
  const from = await onPlane(page, [2200, 740]);
  await page.mouse.move(...from);
  await page.mouse.down();
  await page.mouse.move(from[0] + 8, from[1] - 6, { steps: 4 });
  await page.mouse.up();
  await rested(page);
  const pulled = (await saved()).filter((j) => j.by);
  expect(pulled).toHaveLength(1);
  expect(pulled[0]!.by![0]).toBeGreaterThan(10);
  await page.keyboard.press("Shift+ArrowRight");
  await page.waitForTimeout(1000);
  expect((await saved()).find((j) => j.by)!.by![0]! - pulled[0]!.by![0]!).toBeCloseTo(10, 1);
  await page.getByRole("button", { name: "Let the joint go" }).click();
  await page.getByRole("button", { name: "Let the joint go" }).waitFor({ state: "detached" });
  await page.getByLabel("F2 is", { exact: true }).selectOption("rectangle");
  await page.getByText("Its ratio is what the camera tells.").waitFor();
  await put(page, "Width over height of F2", "0.8");
  await page.getByRole("button", { name: "Take the ratio that the camera tells" }).waitFor();
  await page.getByRole("button", { name: "Select mark F2" }).click();
  await page.keyboard.press("Delete");
  expect(await saved()).toHaveLength(4);
  // Put in line with its neighbours, a corner makes a face that cannot be.
  await page.getByLabel("Joints pull the picture").click();
  const corner = await onPlane(page, [1570, 690]);
  const to = await onPlane(page, [1225, 1100]);
  await page.mouse.move(...corner);
  await page.mouse.down();
  await page.mouse.move(...to, { steps: 6 });
  await page.mouse.up();
  await messages()
    .getByText(/Face F1 (has three corners in line|is turned inside out): it does not count\./)
    .waitFor();
}, 240_000);

test("a shield is drawn around what keeps its form, or along what stays; marks that fight are named", async () => {
  await openStore();
  await page.keyboard.press("\\");
  await page.mouse.move(...(await onPlane(page, [1900, 1600])));
  await page.mouse.down();
  for (const p of [
    [2150, 1590],
    [2160, 1740],
    [1890, 1750],
  ] as Point[])
    await page.mouse.move(...(await onPlane(page, p)), { steps: 4 });
  await page.mouse.up();
  await row("S1").waitFor();
  await page.getByLabel("S1 keeps").selectOption("round");
  await page.getByLabel("S1 stands").selectOption("none");
  await page.getByLabel("S1 keeps").selectOption("form");
  // A post left where it is; that it becomes plumb as well cannot be.
  await draw([990, 790], [908, 1400]);
  await row("S2").waitFor();
  expect(await page.getByLabel("S2 keeps").inputValue()).toBe("place");
  await page.keyboard.press("[");
  await draw([1002, 705], [894, 1490]);
  await row("T1").waitFor();
  expect(await messages().innerText()).toBe("");
  await page.getByLabel("T1 becomes").selectOption("vertical");
  await messages()
    .getByText(/(T1 and shield S2|S2 and taut line T1) cannot both hold: off by \d/)
    .waitFor();
  await page.getByRole("button", { name: "Switch S2 off" }).click();
  await row("T1")
    .getByText(/→ [-−]?0\.0°/)
    .waitFor();
  expect(await messages().innerText()).toBe("");
}, 240_000);
