import type { Page } from "playwright-core";
import { freshAssignment, rested, usePage } from "./app";
import { smallParts } from "./small-parts";

/** A visit's house style, and what the next photo follows from the last ones. */
let page: Page;
usePage((opened) => void (page = opened), { ownEdges: true });

const why = () => page.getByTestId("why");
const open = async (name: string): Promise<void> => {
  await page.getByRole("link", { name, exact: true }).click();
  await rested(page);
};
const back = async (): Promise<void> => {
  await page.getByText("saved", { exact: true }).waitFor();
  await page.getByRole("link", { name: "House style visit" }).first().click();
  await page.getByRole("button", { name: "House style" }).waitFor();
};

test("a share of the verticals is kept with the visit and proposed; then three photos alike are followed, until told not to", async () => {
  await freshAssignment(page, "House style visit", await smallParts(4));
  await page.getByRole("link", { name: "part-3.jpg", exact: true }).waitFor();
  await page.getByRole("button", { name: "House style" }).click();
  await page.getByLabel("always a share").check();
  await page.getByLabel("Share of the verticals, %").fill("80");
  await page.getByLabel("Share of the verticals, %").press("Enter");
  await page.keyboard.press("Escape");
  for (const i of [0, 1, 2]) {
    await open(`part-${i}.jpg`);
    await why().getByText("verticals to 80 %, as the house style has it").waitFor({ timeout: 120_000 });
    await page.keyboard.press("z");
    await why().waitFor({ state: "detached" });
    await back();
  }
  await page.getByRole("button", { name: "House style" }).click();
  await page.getByLabel("as far as each picture bears").check();
  await page.keyboard.press("Escape");
  await open("part-3.jpg");
  await why().getByText("as on the last 3 photos of this visit").waitFor({ timeout: 120_000 });
  await page.getByTestId("follows").getByText("verticals to 80 %").waitFor();
  await page.getByRole("button", { name: "Do not follow" }).click();
  await page.getByTestId("follows").waitFor({ state: "detached" });
  await why().waitFor({ timeout: 60_000 });
  expect(await why().textContent()).not.toContain("as on the last");
}, 400_000);
