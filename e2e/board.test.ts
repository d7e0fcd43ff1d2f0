import path from "node:path";
import type { Page } from "playwright-core";
import sharp from "sharp";
import { address, comesToBe, counted, freshAssignment, rested, stroke, usePage } from "./app";

/** A visit's board: sought, sorted, chosen by mouse and keys; many trued up at once by a worker, and taken back. */
let page: Page;
usePage((opened) => void (page = opened));

const places = () => page.locator("li[data-photo]");
const chosen = () => page.locator("li[data-chosen]");
const toolbar = () => page.getByRole("toolbar", { name: "Chosen photos" });
const box = (name: string) => page.getByLabel(`Choose ${name}`);

/** Small pictures of one colour each: nothing that is straight. */
const plain = (count: number) =>
  Promise.all(
    Array.from({ length: count }, async (_, i) => ({
      name: `plain-${String(i).padStart(2, "0")}.png`,
      mimeType: "image/png",
      buffer: await sharp({ create: { width: 90, height: 60, channels: 3, background: { r: 40 + 2 * i, g: 90, b: 120 } } })
        .png()
        .toBuffer(),
    })),
  ); // prettier-ignore

test("many photos: only those in sight are in the page; they are sought, turned round, shown small and in lines", async () => {
  await freshAssignment(page, "Many", await plain(40));
  await page.getByText("40 photos", { exact: true }).waitFor();
  expect(await places().count()).toBeLessThan(25);
  await page.mouse.wheel(0, 20_000);
  await page.getByRole("link", { name: "plain-39.png", exact: true }).waitFor();
  await page.evaluate(() => window.scrollTo(0, 0));
  await page.getByLabel("Find photos by name, camera, lens or note").fill("plain-1");
  await page.getByText("10 of 40 photos").waitFor();
  await page.getByRole("button", { name: "The other way round" }).click();
  expect(await comesToBe(() => places().first().textContent(), (t) => t!.includes("plain-19"))).toContain("plain-19"); // prettier-ignore
  await page.getByRole("button", { name: "Lines" }).click();
  await counted(places(), 10);
  await page.getByLabel("State of the photos shown").selectOption("trued");
  await page.getByText("No photo is like that.").waitFor();
  await page.getByLabel("State of the photos shown").selectOption("all");
  await page.getByLabel("Find photos by name, camera, lens or note").fill("");
  await page.getByRole("button", { name: "The other way round" }).click();
}, 120_000);

test("photos are chosen by their boxes, with Shift and Ctrl, by the keys and by a frame", async () => {
  await page.getByRole("button", { name: "Small" }).click();
  await box("plain-00.png").click();
  await box("plain-03.png").click({ modifiers: ["Shift"] });
  await toolbar().getByText("4 photos chosen").waitFor();
  await page.getByRole("link", { name: "Work on plain-05.png" }).click({ modifiers: ["ControlOrMeta"] });
  await toolbar().getByText("5 photos chosen").waitFor();
  await box("plain-00.png").focus();
  await page.keyboard.press("i");
  await toolbar().getByText("35 photos chosen").waitFor();
  await page.keyboard.press("Control+a");
  await toolbar().getByText("40 photos chosen").waitFor();
  await page.keyboard.press("Escape");
  await toolbar().waitFor({ state: "detached" });
  await box("plain-00.png").focus();
  await page.keyboard.press("Space");
  await page.keyboard.press("Shift+ArrowRight");
  await counted(chosen(), 2);
  await page.waitForTimeout(100);
  await page.keyboard.press("Shift+ArrowDown");
  expect(await comesToBe(() => chosen().count(), (n) => n > 2)).toBeGreaterThan(2); // prettier-ignore
  await page.keyboard.press("Escape");
  // A frame over the first two of the upper row, begun on the ground between the rows.
  const [a, b] = await Promise.all([0, 1].map(async (i) => (await places().nth(i).boundingBox())!));
  await stroke(page, [a!.x + 20, a!.y + a!.height + 3], [b!.x + 20, b!.y + 20]);
  await counted(chosen(), 2);
}, 120_000);

test("from a choice the Bench goes on to the next and back by the keys", async () => {
  await page.getByRole("link", { name: "Work on plain-00.png" }).click();
  await rested(page);
  await page.getByText("1 of 2", { exact: true }).waitFor();
  await page.keyboard.press("PageDown");
  await page.getByText("2 of 2", { exact: true }).waitFor();
  await rested(page);
  await page.keyboard.press("PageUp");
  await page.getByText("1 of 2", { exact: true }).waitFor();
}, 120_000);

test("many are trued up by a worker, also while nobody looks; those left say why, and all is taken back as one", async () => {
  const parts = await Promise.all(
    [0, 1, 2].map(async (i) => ({
      name: `part-${i}.jpg`,
      mimeType: "image/jpeg",
      buffer: await sharp(path.join(__dirname, "../demo/photos/SM-0420.jpg"))
        .extract({ left: 40 * i, top: 20, width: 2800, height: 1900 })
        .resize(1400, 950)
        .jpeg({ quality: 95 })
        .toBuffer(),
    })),
  );
  await freshAssignment(page, "Trued together", [...parts, ...(await plain(1))]);
  const board = page.url();
  await page.getByText("4 photos", { exact: true }).waitFor();
  await page.getByRole("button", { name: "Large" }).click();
  await box("part-0.jpg").focus();
  await page.keyboard.press("Control+a");
  await toolbar().getByRole("button", { name: "True up" }).click();
  await page.getByRole("region", { name: "True up" }).getByRole("button", { name: "Stop" }).waitFor();
  await page.goto(address);
  await page.goto(board);
  const report = page.getByRole("region", { name: "True up" });
  await report.getByText("3 done, 1 left as they are").waitFor({ timeout: 150_000 });
  await report.getByText("too little in it is straight").waitFor();
  expect(await comesToBe(() => places().getByText("trued", { exact: true }).count(), (n) => n === 3)).toBe(3); // prettier-ignore
  // The pictures are those as corrected.
  const sources = () => places().locator("img").evaluateAll((all) => all.map((i) => (i as HTMLImageElement).src)); // prettier-ignore
  expect((await sources()).filter((s) => /\/revisions\/2\/picture$/.test(s))).toHaveLength(3);
  const picture = await fetch((await sources()).find((s) => s.includes("/revisions/"))!);
  expect(picture.status).toBe(200);
  const { width, height } = await sharp(Buffer.from(await picture.arrayBuffer())).metadata();
  expect(Math.max(width, height)).toBe(480);
  await report.getByRole("button", { name: "Take it all back" }).click();
  await report.getByText("3 taken back").waitFor();
  await counted(places().getByText("trued", { exact: true }), 0);
  await report.getByRole("button", { name: "Close" }).click();
  await report.waitFor({ state: "detached" });
}, 300_000);

test("a picture of a state that is not there is refused", async () => {
  const id = "00000000-0000-4000-8000-000000000000";
  expect((await fetch(`${address}/api/versions/${id}/revisions/1/picture`)).status).toBe(404);
});
