import { createRequire } from "node:module";
import { readFileSync } from "node:fs";
import type { Page } from "playwright-core";
import type { AxeResults } from "axe-core";
import { address, openFresh, put, rested, usePage } from "./app";

/** Every screen and the main dialogs in both themes, by axe-core's rules of WCAG 2.2 A and AA. */
let page: Page;
usePage((opened) => void (page = opened));

const axe = readFileSync(createRequire(__filename).resolve("axe-core/axe.min.js"), "utf8");
const RULES = ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"];

/** What breaks a rule on the page as it is: rule, and the first places. */
async function broken(where: string): Promise<string[]> {
  await page.evaluate(axe);
  const found = await page.evaluate(
    (values) =>
      (window as unknown as { axe: { run(of: Document, how: object): Promise<AxeResults> } }).axe.run(document, {
        runOnly: { type: "tag", values },
        resultTypes: ["violations"],
      }),
    RULES,
  );
  return found.violations.map(
    ({ id, nodes }) =>
      `${where}: ${id}: ${nodes
        .slice(0, 3)
        .map((n) => `${n.target.join(" ")} ${n.failureSummary ?? ""}`)
        .join(" | ")}`,
  );
}

async function theme(name: "day" | "night"): Promise<void> {
  const now = await page.evaluate(() => document.documentElement.dataset["theme"]);
  if (now !== name) await page.evaluate((t) => (document.documentElement.dataset["theme"] = t), name);
}

test.each(["day", "night"] as const)(
  "the board, a visit and its dialogs hold (%s)",
  async (name) => {
    const all: string[] = [];
    // One without photos has words where the others have pictures.
    await fetch(`${address}/api/assignments`, {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify({ name: "Nothing here yet" }),
    });
    await page.goto(`${address}/help`);
    await page.getByRole("heading", { name: "Guide", exact: true }).waitFor();
    await theme(name);
    all.push(...(await broken("guide")));
    await page.goto(address);
    await page.getByText("Nothing here yet").first().waitFor();
    await page.getByText("Sallow Mill").first().waitFor();
    await theme(name);
    all.push(...(await broken("assignments")));
    await page.getByText("Sallow Mill, reading rooms").first().click();
    await page.getByText("SM-0414").first().waitFor();
    await theme(name);
    all.push(...(await broken("visit")));
    expect(all).toEqual([]);
  },
  120_000,
);

test.each(["day", "night"] as const)(
  "every course of the Bench holds, and what opens over it (%s)",
  async (name) => {
    const all: string[] = [];
    await openFresh(page, "SM-0415.jpg");
    await theme(name);
    for (const key of ["1", "2", "3", "4", "5", "6"]) {
      await page.keyboard.press(key);
      await page.waitForTimeout(400);
      all.push(...(await broken(`course ${key}`)));
    }
    await put(page, "Exposure, stops", "0.5");
    await page.getByRole("button", { name: "Curve", exact: true }).click();
    all.push(...(await broken("finish, set")));
    await page.keyboard.press("F8");
    await page.getByTestId("compared").waitFor({ state: "attached" });
    await rested(page);
    all.push(...(await broken("compare")));
    await page.keyboard.press("Escape");
    await page.keyboard.press("F9");
    await page.locator("[data-state]").first().waitFor();
    all.push(...(await broken("history")));
    await page.getByRole("region", { name: "History" }).getByRole("button", { name: "Close" }).click();
    for (const [open, dialog] of [
      ["Keys", /Keys/],
      ["Versions", /^Versions of/],
      ["Deliver …", /Deliver/],
      ["Carry to other photos", /Carry/],
    ] as const) {
      await page.getByRole("button", { name: open, exact: true }).click();
      await page.getByRole("dialog", { name: dialog }).waitFor();
      await page.waitForTimeout(400);
      all.push(...(await broken(open)));
      await page.keyboard.press("Escape");
    }
    await page.keyboard.press("/");
    await page.getByRole("dialog").first().waitFor();
    all.push(...(await broken("search")));
    expect(all).toEqual([]);
  },
  240_000,
);
