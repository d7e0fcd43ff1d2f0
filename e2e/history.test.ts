import { randomUUID } from "node:crypto";
import type { Page } from "playwright-core";
import { address, fetched, field, openFresh, openId, put, rested, usePage } from "./app";

/** History: every saved state in words and with a small picture; gone back to, edited from there, forward again, and over a reload. */
let page: Page;
usePage((opened) => void (page = opened));

const versionId = (): string => openId(page);
const panel = () => page.getByRole("region", { name: "History" });
const states = () => panel().locator("[data-state]");
const saved = () =>
  page.waitForFunction(() => document.querySelector('[data-testid="save-state"]')?.textContent === "saved");

/** Fifty steps of the pitch, saved one after the other as the Bench saves them. */
async function fiftySteps(): Promise<void> {
  await openFresh(page, "SM-0414.jpg");
  const { recipe, revision } = await fetched<{ recipe: { attitude: object }; revision: number }>(
    `/api/versions/${versionId()}`,
  );
  for (let n = 1; n <= 50; n++) {
    const answer = await fetch(`${address}/api/versions/${versionId()}/revisions`, {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify({
        base: revision + n - 1,
        recipe: { ...recipe, attitude: { ...recipe.attitude, from: "by-hand", pitch: n / 5 } },
        token: randomUUID(),
      }),
    });
    expect(answer.status).toBe(200);
  }
  await page.reload();
  await rested(page);
}

test("fifty steps back, an edit from there, and forward again to what came later; all of it over a reload", async () => {
  await fiftySteps();
  await page.keyboard.press("2");
  expect(await field(page, "Pitch, °").inputValue()).toBe("10.00");
  await page.keyboard.press("F9");
  await states().first().waitFor();
  await states()
    .first()
    .getByText(/Pitch 9\.80° → 10\.00°/i)
    .waitFor();
  await panel().getByTestId("history-picture").first().waitFor();
  await panel().getByRole("button", { name: "Earlier ones" }).click();
  await page.waitForFunction(() => document.querySelectorAll("[data-state]").length >= 51);
  // Looked at, it is only shown; Escape leaves it again.
  await states().last().click();
  await page
    .getByRole("status")
    .filter({ hasText: /^As at/ })
    .waitFor();
  await page.keyboard.press("Escape");
  expect(await field(page, "Pitch, °").inputValue()).toBe("10.00");
  await states().last().click();
  await panel().getByRole("button", { name: "Go back to this" }).click();
  expect(await field(page, "Pitch, °").inputValue()).toBe("0.00");
  await saved();
  await page.keyboard.press("F9");
  await panel().waitFor({ state: "detached" });
  await put(page, "Roll, °", "1.5");
  await saved();
  // The steps that came later are there still, and one is gone to.
  await page.keyboard.press("F9");
  await states().filter({ hasText: "10.00°" }).first().waitFor();
  await states()
    .first()
    .filter({ hasText: /Roll 0\.00° → 1\.50°/i })
    .waitFor();
  const later = states().filter({ hasText: /→ 10\.00°/ });
  await later.click();
  await panel().getByRole("button", { name: "Go back to this" }).click();
  expect(await field(page, "Pitch, °").inputValue()).toBe("10.00");
  expect(await field(page, "Roll, °").inputValue()).toBe("0.00");
  await page.keyboard.press("Control+z");
  expect(await field(page, "Roll, °").inputValue()).toBe("1.50");
  await saved();
  await page.reload();
  await rested(page);
  await page.keyboard.press("2");
  expect(await field(page, "Roll, °").inputValue()).toBe("1.50");
  await page.keyboard.press("F9");
  await states().filter({ hasText: "1.50°" }).first().waitFor();
}, 240_000);

test("by keys alone; a state becomes a version of its own; what was delivered is marked", async () => {
  await openFresh(page, "SM-0414.jpg");
  await page.keyboard.press("2");
  await put(page, "Pitch, °", "8");
  await saved();
  await fetch(`${address}/api/versions/${versionId()}/deliveries`, {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify({ format: "jpeg", quality: 80 }),
  });
  for (let i = 0; i < 100; i++) {
    const all = await fetched<{ state: string }[]>(`/api/versions/${versionId()}/deliveries`);
    if (all[0]?.state === "done") break;
    await page.waitForTimeout(300);
  }
  await put(page, "Pitch, °", "9");
  await saved();
  await page.keyboard.press("F9");
  await states().first().waitFor();
  await panel().getByText("Since the last delivery").waitFor();
  await states()
    .filter({ hasText: "delivered" })
    .filter({ hasText: /→ 8\.00°/ })
    .waitFor();
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("ArrowDown");
  expect(await states().nth(1).getAttribute("aria-pressed")).toBe("true");
  const before = versionId();
  await panel().getByRole("button", { name: "Make it a version" }).click();
  await page.waitForFunction((id) => !location.pathname.endsWith(id), before);
  await rested(page);
  await page.keyboard.press("2");
  expect(await field(page, "Pitch, °").inputValue()).toBe("8.00");
}, 240_000);
