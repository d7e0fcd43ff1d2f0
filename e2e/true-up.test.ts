import { spawnSync } from "node:child_process";
import { copyFileSync, readFileSync } from "node:fs";
import path from "node:path";
import type { Browser, Page } from "playwright-core";
import sharp from "sharp";
import { counted, freshAssignment, launch, openPage, rested } from "./app";

/** Photos that say nothing of themselves: what their own edges propose, taken by one key. */
const photos = path.join(__dirname, "../demo/photos");
const truth = JSON.parse(readFileSync(path.join(photos, "SM-0420.truth.json"), "utf8"));
let browser: Browser;
let page: Page;
const problems: string[] = [];

beforeAll(async () => {
  browser = await launch();
  page = await openPage(browser, problems, { ownEdges: true });
  // Encoded anew, without a word about camera and lens: one setting of a zoom, and one picture of another.
  const bare = async (name: string, from: string, as: "jpeg" | "png" = "jpeg") => {
    const buffer = await sharp(path.join(photos, from)).toFormat(as, { quality: 96 }).toBuffer();
    return { name, mimeType: "image/jpeg", buffer };
  };
  await freshAssignment(page, "Own edges", [
    await bare("bare.jpg", "SM-0420.jpg"),
    await bare("hall.jpg", "SM-0430.jpg"),
    await bare("stair.jpg", "SM-0431.jpg"),
    { ...(await bare("stones.png", "SM-0427.png", "png")), mimeType: "image/png" },
  ]);
  await page.getByRole("link", { name: "stones.png", exact: true }).waitFor();
}, 150_000);
afterAll(() => browser.close());
afterEach(() => expect(problems.splice(0)).toEqual([]));

const card = () => page.getByLabel("The picture's own edges");
/** Lines in the schedule, those of folded groups, too. */
const lines = async (): Promise<number> => {
  const groups = await page.locator("th[scope=rowgroup]").allInnerTexts();
  return groups.length > 0
    ? groups.reduce((sum, title) => sum + Number.parseInt(title, 10), 0)
    : page.locator("tbody tr").count();
};
const angles = async (): Promise<number[]> =>
  (await page.getByTestId("attitude").getAttribute("data-angles"))!.split(" ").map(Number);

test("an untouched photo is looked at; one key takes lens, lines, attitude and frame, one step gives them back", async () => {
  await page.getByRole("link", { name: "bare.jpg", exact: true }).click();
  await rested(page);
  await page.getByRole("button", { name: "True up (Z)" }).waitFor({ timeout: 150_000 });
  await card().getByText("barrel").waitFor();
  await page.getByTestId("own-attitude").getByText("tipped up 5.5").waitFor();
  const told = await page.getByTestId("own-attitude").textContent();
  expect(await lines()).toBe(0);
  await page.keyboard.press("z");
  await page.getByRole("button", { name: "True up (Z)" }).waitFor({ state: "detached" });
  expect(await lines()).toBe(32);
  const [pitch, yaw, roll] = await angles();
  expect(Math.abs(pitch! - truth.attitude.pitch)).toBeLessThan(0.1);
  // The wall stands aslant: it is left in perspective.
  expect(yaw).toBe(0);
  expect(told).not.toContain("turned");
  expect(Math.abs(roll! - truth.attitude.roll)).toBeLessThan(0.1);
  await page.keyboard.press("1");
  await page.getByTestId("lens-state").getByText("by the picture's own edges").waitFor();
  await page.keyboard.press("2");
  await page.keyboard.press("Control+z");
  expect(await lines()).toBe(0);
  expect(await angles()).toEqual([0, 0, 0]);
  expect(await page.getByRole("button", { name: "Undo" }).isDisabled()).toBe(true);
  // It is proposed again, and made again by the other way.
  await page.getByRole("button", { name: "True up (Z)" }).click();
  expect(await lines()).toBe(32);
  await page.getByText("saved", { exact: true }).waitFor();
}, 180_000);

test("what was taken is delivered: level and plumb, as the command line sees it", async () => {
  await page.getByRole("button", { name: "Deliver …" }).click();
  await page.getByRole("button", { name: "Render at full resolution" }).click();
  const download = page.waitForEvent("download");
  await page.getByRole("link", { name: "Download" }).click({ timeout: 150_000 });
  const file = await (await download).path();
  await page.keyboard.press("Escape");
  const program = path.join(process.env["FLATSTONE_BUNDLES"] ?? "dist", "flatstone.cjs");
  const copy = `${file}.jpg`;
  copyFileSync(file, copy);
  const { stdout } = spawnSync(process.execPath, [program, "solve", copy, "--find"], { encoding: "utf8" });
  const { pitch, roll } = JSON.parse(stdout).attitude;
  expect(Math.abs(pitch)).toBeLessThan(0.15);
  expect(Math.abs(roll)).toBeLessThan(0.1);
}, 180_000);

test("answers are pictures: walked through on the sheet before anything is taken, and taken by a press or their number", async () => {
  await page.keyboard.press("Control+z");
  const answers = page.getByRole("group", { name: "Answers" });
  await answers.getByText("Plumb: turning the wall face-on would draw its far end out").waitFor();
  const keys = async () =>
    answers.locator("[data-answer]").evaluateAll((all) => all.map((a) => a.getAttribute("data-answer")));
  expect((await keys())[0]).toBe("plumb");
  expect((await keys()).sort()).toEqual(["as-shot", "face-on", "horizon", "plumb"]);
  await counted(answers.getByTestId("answer-picture"), 4);
  await answers.locator("[data-answer=plumb]").focus();
  for (let i = 0; i < 4; i++) {
    await page.keyboard.press("ArrowRight");
    if ((await page.evaluate(() => document.activeElement!.getAttribute("data-answer"))) === "face-on") break;
  }
  await page.getByText("Face-on", { exact: true }).first().waitFor();
  // Only looked at.
  expect(await page.getByRole("button", { name: "Undo" }).isDisabled()).toBe(true);
  await page.keyboard.press("Escape");
  await answers.locator("[data-answer=plumb]").focus();
  await page.keyboard.press(String((await keys()).indexOf("face-on") + 1));
  await counted(card(), 0);
  const [, yaw] = await angles();
  expect(Math.abs(yaw! - truth.attitude.yaw)).toBeLessThan(0.2);
  await page.keyboard.press("Control+z");
  await answers.locator("[data-answer=horizon]").click();
  await counted(card(), 0);
  expect((await angles())[1]).toBe(0);
  expect(await page.getByRole("button", { name: "Undo" }).isDisabled()).toBe(false);
}, 120_000);

test("parts can be taken alone, and the whole left", async () => {
  await page.keyboard.press("Control+z");
  await page.getByRole("button", { name: "Lens alone" }).click();
  expect(await lines()).toBe(0);
  await page.getByRole("button", { name: "Lines alone" }).click();
  expect(await lines()).toBe(32);
  await page.keyboard.press("Control+z");
  await page.keyboard.press("Control+z");
  await page.getByRole("button", { name: "Leave it" }).click();
  await counted(card(), 0);
});

test("stones and rope propose nothing, and say so; the key as well", async () => {
  await page.getByRole("link", { name: "Own edges" }).click();
  await page.getByRole("link", { name: "stones.png", exact: true }).click();
  await rested(page);
  await card().getByText("too little that is straight").waitFor({ timeout: 150_000 });
  await page.keyboard.press("z");
  await page.getByText("Draw lines by hand.").first().waitFor({ timeout: 150_000 });
  expect(await page.getByRole("button", { name: "Undo" }).isDisabled()).toBe(true);
}, 180_000);

test("the visit's photos of one setting are pooled: stopped, gone on with, the odd one named, the profile kept", async () => {
  await page.getByRole("link", { name: "Own edges" }).click();
  await page.getByRole("link", { name: "hall.jpg", exact: true }).click();
  await rested(page);
  await page.keyboard.press("1");
  await page.getByRole("button", { name: "From the visit …" }).click();
  const dialog = page.getByRole("dialog", { name: "Measure this lens from the visit" });
  const row = (name: string) => dialog.getByRole("row").filter({ hasText: name });
  await dialog.getByRole("button", { name: "Look at 4 photos" }).click();
  await dialog.getByText("looking at its edges").waitFor();
  await dialog.getByRole("button", { name: "Stop" }).click();
  await dialog.getByRole("button", { name: /^(Look at|Go on with)/ }).click();
  await row("stones.png").getByText("too little that is straight").waitFor({ timeout: 90_000 });
  await row("bare.jpg").getByText("disagrees").waitFor({ timeout: 90_000 });
  await row("stair.jpg").getByText("agrees").waitFor();
  const result = await dialog.getByRole("region", { name: "Result" }).textContent();
  const [, corner, sigma] = /displaces the corner by ([-−\d.]+) ± ([\d.]+) px/.exec(result!)!;
  const { k } = JSON.parse(readFileSync(path.join(photos, "SM-0430.truth.json"), "utf8")).lens as { k: number[] };
  const truly = (k[0]! + k[1]! + k[2]!) * (Math.hypot(3000, 2000) / 2);
  expect(Math.abs(Number(corner!.replace("−", "-")) - truly)).toBeLessThan(Math.max(1, 4 * Number(sigma)));
  expect(Number(sigma)).toBeLessThan(0.6);
  await dialog.getByRole("button", { name: "Keep as a profile" }).click();
  await page.getByText(/^Kept as Lens at .* mm, from 2 photos/).waitFor();
}, 240_000);

test("pressed as soon as the photo is there, True up waits for its edges and is done once", async () => {
  await page.getByRole("link", { name: "Own edges" }).click();
  // One that nobody has opened: what is proposed for a photo is kept.
  await page.getByRole("link", { name: "stair.jpg", exact: true }).click();
  await rested(page);
  await page.keyboard.press("z");
  await page.keyboard.press("z");
  await page.getByText("Looking at the picture").first().waitFor();
  await page.keyboard.press("z");
  await page.waitForFunction(
    () => document.querySelector<HTMLButtonElement>("header button[title^='True up']") !== null,
    null,
    { timeout: 150_000 },
  );
  await page.getByRole("button", { name: "Undo" }).click();
  expect(await page.getByRole("button", { name: "Undo" }).isDisabled()).toBe(true);
}, 120_000);
