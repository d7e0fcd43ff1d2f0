import type { Page } from "playwright-core";
import { comesToBe, field, freshAssignment, put, rested, usePage } from "./app";

/** A photo's versions: named, noted, put in order, one chosen to be delivered, duplicated, deleted and brought back. */
let page: Page;
usePage((opened) => void (page = opened));

const dialog = () => page.getByRole("dialog", { name: /^Versions of/ });
const names = () =>
  dialog()
    .getByRole("textbox", { name: /^Name of version/ })
    .evaluateAll((all) => all.map((i) => (i as HTMLInputElement).value));
const until = async (wanted: string[]): Promise<void> =>
  expect(await comesToBe(names, (are) => are.join() === wanted.join())).toEqual(wanted);

test("all that is done to versions, and what the Bench has meanwhile stays", async () => {
  await freshAssignment(page, "Versions of one", "demo/photos/SM-0414.jpg");
  await page.getByRole("link", { name: /Work on SM-0414/ }).click();
  await rested(page);
  await page.keyboard.press("2");
  await put(page, "Pitch, °", "5");
  await page.keyboard.press("F2");
  await dialog().getByRole("button", { name: "Duplicate version A" }).click();
  await until(["A", "B"]);
  await dialog().getByRole("textbox", { name: "Name of version B" }).fill("With sky");
  await page.keyboard.press("Enter");
  await until(["A", "With sky"]);
  await dialog().getByRole("textbox", { name: "Note to version With sky" }).fill("as asked");
  await page.keyboard.press("Enter");
  await dialog().getByRole("checkbox", { name: "Deliver version With sky" }).click();
  await dialog().getByRole("button", { name: "Move version With sky up" }).click();
  await until(["With sky", "A"]);
  // A name that is taken is refused, and stays as it was.
  await dialog().getByRole("textbox", { name: "Name of version A" }).fill("With sky");
  await page.keyboard.press("Enter");
  await page.getByText("Another version of this photo has that name.").waitFor();
  await until(["With sky", "A"]);
  await dialog().getByRole("button", { name: "Delete version With sky" }).click();
  await until(["A"]);
  expect(await dialog().getByRole("button", { name: "Delete version A" }).isDisabled()).toBe(true);
  await dialog().getByRole("button", { name: "Close" }).click();
  await page.getByRole("button", { name: "Bring it back" }).click();
  await page.getByRole("link", { name: "With sky" }).waitFor();
  // The step that was done before can be taken back still.
  expect(await field(page, "Pitch, °").inputValue()).toBe("5.00");
  await page.keyboard.press("Control+z");
  expect(await field(page, "Pitch, °").inputValue()).toBe("0.00");
}, 180_000);

test("a version made on the Bench stands beside the others at once, and both ways", async () => {
  await freshAssignment(page, "Versions side by side", "demo/photos/SM-0414.jpg");
  await page.getByRole("link", { name: /Work on SM-0414/ }).click();
  await rested(page);
  const first = page.url();
  await page.getByRole("button", { name: "New version from this one" }).click();
  await page.waitForURL((u) => u.href !== first);
  await rested(page);
  expect(await page.getByRole("link", { name: "B", exact: true }).getAttribute("aria-current")).toBe("page");
  await page.getByRole("link", { name: "A", exact: true }).click();
  await page.waitForURL(first);
  await page.getByRole("link", { name: "B", exact: true }).waitFor();
}, 120_000);
