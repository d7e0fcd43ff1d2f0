import { readFileSync } from "node:fs";
import path from "node:path";
import type { Page } from "playwright-core";
import { counted, onPage, openFresh, rested, stroke, usePage } from "./app";
import type { Point } from "./scene";

/** Course 1 in the real interface: the profile by one key, the nudge, tracing, fringes. */
let page: Page;
usePage((opened) => void (page = opened));

interface Truth {
  edges: { id: string; recorded: Point[] }[];
  lens: { k: number[] };
}
const truthOf = (name: string): Truth =>
  JSON.parse(readFileSync(path.join(__dirname, `../demo/photos/${name}.truth.json`), "utf8")) as Truth;

test("Lines opened before Lens: a nudge, once; L takes the profile and says why it fits", async () => {
  await openFresh(page, "SM-0420.jpg");
  await page.getByText("The lens comes first").waitFor();
  await page.keyboard.press("1");
  await page.getByText("Quarl 16–35 at 24 mm: measured at 24.").waitFor();
  await page.keyboard.press("l");
  await page.getByText("Profile Quarl 16–35 taken").waitFor();
  await page.getByTestId("lens-state").getByText("by profile").waitFor();
  await page.keyboard.press("2");
  await counted(page.getByText("The lens comes first"), 0);
  await page.keyboard.press("Control+z");
  // Said once; it does not come again.
  await page.getByLabel("Line schedule").or(page.getByText("No lines yet.")).first().waitFor();
  await counted(page.getByText("The lens comes first"), 0);
}, 120_000);

test("edges are traced and the lens solved from them; one step back takes trace and solution away", async () => {
  await openFresh(page, "SM-0417.jpg");
  await page.keyboard.press("t");
  await page.keyboard.press("s");
  const truth = truthOf("SM-0417");
  for (const [n, id] of ["window-2-left", "frieze", "joint-x-14"].entries()) {
    const { recorded } = truth.edges.find((e) => e.id === id)!;
    await stroke(page, await onPage(page, recorded[2]!), await onPage(page, recorded[recorded.length - 3]!));
    await page.getByRole("button", { name: `Select trace t${n + 1}` }).waitFor();
  }
  await page.getByTestId("lens-state").getByText("from traced edges").waitFor();
  const said = await page.getByTestId("lens-state").innerText();
  const bow = Number(/(-?[\d.]+) %/.exec(said)![1]);
  expect(Math.abs(bow - 100 * truth.lens.k.reduce((a, b) => a + b))).toBeLessThan(0.5);
  await page.keyboard.press("Control+z");
  await page.getByRole("button", { name: "Select trace t3" }).waitFor({ state: "detached" });
  await page.getByRole("button", { name: "Select trace t2" }).waitFor();
}, 150_000);

test("an edge is clicked along: places are taken back, dropped, and followed with Enter; too few say so", async () => {
  await openFresh(page, "SM-0417.jpg");
  await page.keyboard.press("t");
  await page.keyboard.press("s");
  await rested(page);
  const { recorded } = truthOf("SM-0417").edges.find((e) => e.id === "frieze")!;
  const at = (share: number): Point => recorded[Math.round(share * (recorded.length - 1))]!;
  for (const share of [0.1, 0.35, 0.6]) await page.mouse.click(...(await onPage(page, at(share))));
  await page.getByText("3 places. Enter follows").waitFor();
  await page.keyboard.press("Backspace");
  await page.getByText("Two places so far").waitFor();
  await page.keyboard.press("Enter");
  await counted(page.getByRole("button", { name: "Select trace t1" }), 0);
  await page.keyboard.press("Escape");
  expect(await page.getByText("so far; click on").count()).toBe(0);
  for (const share of [0.1, 0.35, 0.6, 0.9]) await page.mouse.click(...(await onPage(page, at(share))));
  await page.keyboard.press("Enter");
  await page.getByRole("button", { name: "Select trace t1" }).waitFor();
  await page.getByTestId("lens-state").getByText("from traced edges").waitFor();
  await page.keyboard.press("Control+z");
  await page.getByRole("button", { name: "Select trace t1" }).waitFor({ state: "detached" });
}, 150_000);

test("the bow by hand shows a grid while it moves, resets on its own, and fringes are measured from the photo", async () => {
  await openFresh(page, "SM-0415.jpg");
  await page.keyboard.press("1");
  const bow = page.getByLabel("Bow at the corner, %");
  await bow.fill("-3.5");
  await bow.press("Enter");
  await page.getByText("Bow at the corner -3.50 %, set by hand.").waitFor();
  await page.getByRole("button", { name: "Reset Bow at the corner" }).click();
  await page.getByText("Nothing set yet.").waitFor();
  await page.getByRole("button", { name: "Measure the fringes" }).click();
  await page.getByText(/Measured from \d+ edges/).waitFor({ timeout: 90_000 });
  const red = Number(await page.getByLabel("Red at the corner, px").inputValue());
  expect(red).toBeGreaterThan(0.9);
  expect(red).toBeLessThan(1.4);
}, 120_000);
