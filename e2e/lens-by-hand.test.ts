import type { Page } from "playwright-core";
import { comesToBe, openFresh, rested, shown, usePage } from "./app";

/** Course 1 by hand in the real interface: pulling a bowed edge, looking closely, profiles changed, cameras remembered. */
let page: Page;
usePage((opened) => void (page = opened));

const bow = async (): Promise<number> => Number(await page.getByLabel("Bow at the corner, %").inputValue());

test("a point of the picture is pulled outwards: the bow follows, the view stays, one step back takes it away", async () => {
  await openFresh(page, "SM-0415.jpg");
  await page.keyboard.press("b");
  const before = await shown(page);
  const box = (await page.getByTestId("sheet").boundingBox())!;
  const [x, y] = [box.x + box.width / 2, box.y + box.height * 0.3];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x, y - 2, { steps: 2 });
  await page.mouse.move(x, y - 4, { steps: 2 });
  expect(await comesToBe(bow, (percent) => percent < -1)).toBeLessThan(-1);
  expect((await shown(page)).scale).toBe(before.scale);
  await page.mouse.up();
  await page.getByTestId("lens-state").getByText("set by hand").waitFor();
  await page.keyboard.press("Control+z");
  await page.getByText("Nothing set yet.").waitFor();
  // Given up in the middle, a pull leaves nothing.
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x, y - 5, { steps: 2 });
  await page.keyboard.press("Escape");
  await page.mouse.up();
  expect(await bow()).toBe(0);
}, 120_000);

test("200 and 300 % show an edge, and the next one with the next press", async () => {
  await openFresh(page, "SM-0415.jpg");
  await page.keyboard.press("1");
  await page.getByRole("button", { name: "300 %" }).click();
  await page.getByText(/Place 1 of \d/).waitFor();
  const first = await shown(page);
  expect(first.scale).toBe(3);
  await page.getByRole("button", { name: "200 %" }).click();
  await page.getByText(/Place 2 of \d/).waitFor();
  expect((await shown(page)).scale).toBe(2);
  const calm = page.getByLabel("Calm purple edges, %");
  await calm.fill("60");
  await calm.press("Enter");
  await page.getByRole("button", { name: "Reset Calm purple edges" }).click();
  expect(await calm.inputValue()).toBe("0");
}, 120_000);

test("a profile is copied, changed, refused when it folds the picture, deleted and brought back", async () => {
  await openFresh(page, "SM-0423.jpg");
  await page.keyboard.press("1");
  await page.getByRole("button", { name: "All profiles …" }).click();
  const dialog = page.getByRole("dialog");
  const row = (name: string) => dialog.getByRole("listitem").filter({ has: page.getByText(name, { exact: true }) });
  await row("Quarl 14").getByRole("button", { name: "Copy" }).click();
  await row("Quarl 14, copy").getByRole("button", { name: "Change" }).click();
  await dialog.getByLabel("Name").fill("Quarl 14, by hand");
  const k1 = dialog.getByLabel("Distortion, row 1, k1");
  const own = await k1.inputValue();
  await k1.fill("-0.9");
  await dialog.getByRole("button", { name: "Keep the changes" }).click();
  await dialog.getByRole("alert").getByText("folds the picture over").waitFor();
  await k1.fill(String(Number(own) - 0.01));
  await dialog.getByRole("button", { name: "Keep the changes" }).click();
  await row("Quarl 14, by hand").waitFor();
  await dialog.getByRole("button", { name: "Delete Quarl 14, by hand" }).click();
  await dialog.getByRole("button", { name: "Bring it back" }).click();
  await row("Quarl 14, by hand").getByRole("button", { name: "Take" }).click();
  await page.getByText("Profile Quarl 14, by hand taken").waitFor();
  await page.getByRole("button", { name: "All profiles …" }).click();
  await dialog.getByRole("button", { name: "Delete Quarl 14, by hand" }).click();
  await row("Quarl 14, by hand").waitFor({ state: "detached" });
}, 120_000);

test("focal length and sensor stated for a photo without metadata are offered on its next version", async () => {
  await openFresh(page, "SM-0422.jpg");
  await page.keyboard.press("1");
  const focal = page.getByLabel("Focal length, assumed, mm");
  await focal.fill("14");
  const kept = page.waitForResponse((r) => r.url().includes("/api/cameras") && r.request().method() === "PUT");
  await focal.press("Enter");
  await kept;
  const sensor = page.getByLabel("Sensor, longer side, mm");
  // Another one each time, so that it is a change on a database that remembers the last.
  const width = (20 + Math.floor(Math.random() * 99) / 10).toFixed(1);
  await sensor.fill(width);
  await Promise.all([
    page.waitForResponse((r) => r.url().includes("/api/cameras") && r.request().method() === "PUT"),
    sensor.press("Enter"),
  ]);
  await openFresh(page, "SM-0422.jpg");
  await page.keyboard.press("1");
  await page.getByRole("button", { name: `Use 14 mm on a sensor ${Number(width)} mm wide, as stated last` }).click();
  expect(await page.getByLabel("Focal length, mm").inputValue()).toBe("14.0");
  await rested(page);
}, 120_000);
