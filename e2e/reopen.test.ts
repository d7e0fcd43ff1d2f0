import type { Page } from "playwright-core";
import { addFiles, address, counted, freshAssignment, put, rested, usePage } from "./app";
import { deliveredPng } from "./seen";

/** A delivered file dropped on the board opens its recipe again. */
let page: Page;
usePage((opened) => void (page = opened), { readsPixels: true });

test("on its original, as a version that says where it came from; elsewhere it is told that the original is not here", async () => {
  await freshAssignment(page, "Come back", "demo/photos/SM-0414.jpg");
  const board = page.url();
  // The picture is there at once; what it is weighed from comes late.
  let asked = 0;
  await page.route("**/api/previews/*/bench", async (route) => {
    if (++asked > 1) await new Promise((resolve) => setTimeout(resolve, 3000));
    await route.continue();
  });
  await page.getByRole("link", { name: /Work on SM-0414/ }).click();
  await rested(page);
  await page.keyboard.press("2");
  await put(page, "Pitch, °", "7");
  const file = await deliveredPng(page);
  const buffer = Buffer.from(await (await fetch(`${address}${file}`)).arrayBuffer());
  const dropped = { name: "tower, delivered.png", mimeType: "image/png", buffer };
  // While the version stands as it was delivered, that one is opened.
  await page.goto(board);
  await addFiles(page, dropped);
  const again = page.getByRole("link", { name: /SM-0414.jpg, version/ });
  expect(await again.textContent()).toBe("SM-0414.jpg, version A");
  await again.click();
  await rested(page);
  await page.keyboard.press("2");
  await put(page, "Pitch, °", "3");
  await page.waitForFunction(() => document.querySelector('[data-testid="save-state"]')?.textContent === "saved");
  await page.goto(board);
  await addFiles(page, dropped);
  await page.getByRole("link", { name: "SM-0414.jpg, version B" }).click();
  await rested(page);
  await page.keyboard.press("2");
  expect(await page.getByLabel("Pitch, °").inputValue()).toBe("7.00");
  await page.keyboard.press("F2");
  expect(await page.getByRole("textbox", { name: "Note to version B" }).inputValue()).toContain("tower, delivered.png");
  // The board has one photo still.
  await page.goto(board);
  await page
    .getByRole("link", { name: /Work on/ })
    .first()
    .waitFor();
  await counted(page.getByRole("link", { name: /Work on .*delivered/ }), 0);

  await freshAssignment(page, "Somewhere else", dropped);
  await page.getByText(/it is a delivery, and its original is not here/).waitFor();
  await page.getByRole("link", { name: /Work on tower, delivered.png/ }).waitFor();
}, 180_000);
