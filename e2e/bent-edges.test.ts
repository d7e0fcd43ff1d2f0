import type { Page } from "playwright-core";
import { fetched, onPlane, openFresh, openId, rested, usePage } from "./app";
import type { Point } from "./scene";

/** What the photo shows straight stays straight while Shape's marks bend it. */
let page: Page;
usePage((opened) => void (page = opened), { ownEdges: true });

const row = (name: string) =>
  page
    .getByRole("table", { name: "Shape schedule" })
    .getByRole("row")
    .filter({ has: page.getByRole("button", { name: `Select mark ${name}` }) });
const click = async (at: Point): Promise<void> => {
  await page.mouse.click(...(await onPlane(page, at)));
  await page.waitForTimeout(150);
};

test("the photo's own straight edges keep a bend from bowing them; one that bows all the same is shown and straightened at a press", async () => {
  // They are looked at as the photo opens.
  const looked = page.waitForResponse((r) => r.url().endsWith("/answers") && r.ok(), { timeout: 90_000 });
  await openFresh(page, "SM-0426.jpg");
  await page.keyboard.press("3");
  await looked;
  await rested(page);
  const edges = page.getByRole("region", { name: "Edges that bow" });
  const kept = async (): Promise<number> => {
    const { recipe } = await fetched<{ recipe: { shape?: { edges?: unknown[] } } }>(`/api/versions/${openId(page)}`);
    return recipe.shape?.edges?.length ?? 0;
  };
  await page.keyboard.press("[");
  // Drawn across the store without an edge beneath it, and pulled level: what it crosses cannot all stay straight.
  await click([500, 900]);
  await click([1500, 1000]);
  await click([2600, 820]);
  await page.keyboard.press("Enter");
  await row("T1").waitFor();
  await page.getByLabel("T1 becomes").selectOption("horizontal");
  await edges.waitFor();
  for (let tries = 0; (await kept()) <= 20; tries++) {
    if (tries > 30) throw new Error("No straight edges are kept with the recipe.");
    await page.waitForTimeout(300);
  }
  await edges
    .getByRole("button", { name: /bows by/ })
    .first()
    .click();
  await edges
    .getByRole("button", { name: /^Taut line along the edge/ })
    .first()
    .click();
  await row("T2").waitFor();
}, 240_000);
