import path from "node:path";
import type { Page } from "playwright-core";
import { field, freshAssignment, rested, usePage } from "./app";

/** A raw photo that describes its own lens (made up: a checker whose file warps by k1 −0.04, k2 0.01). */
let page: Page;
usePage((opened) => void (page = opened));

test("a DNG's own description of its lens is the first profile offered; L takes it, one step gives it back", async () => {
  await freshAssignment(page, "Raw", path.join(__dirname, "files/warped.dng"));
  await page.getByRole("link", { name: /Work on warped/ }).click();
  await rested(page);
  await page.keyboard.press("1");
  await page
    .getByText(/Quarl 24 mm/)
    .first()
    .waitFor();
  await page.keyboard.press("l");
  await page.getByTestId("lens-state").getByText("by profile").waitFor();
  expect(Number(await field(page, "Bow at the corner, %").inputValue())).toBeLessThan(-1);
  await page.keyboard.press("Control+z");
  await page.getByTestId("lens-state").getByText("by profile").waitFor({ state: "detached" });
}, 120_000);
