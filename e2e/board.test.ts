import type { Page } from "playwright-core";
import sharp from "sharp";
import { address, comesToBe, counted, freshAssignment, rested, stroke, usePage } from "./app";
import { smallParts } from "./small-parts";

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
  await freshAssignment(page, "Trued together", [...(await smallParts(3)), ...(await plain(1))]);
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
  // Trued, or to be looked at with the reason.
  const done = () => places().getByText(/^(trued|to review: .+)$/);
  expect(
    await comesToBe(
      () => done().count(),
      (n) => n === 3,
    ),
  ).toBe(3);
  // The pictures are those as corrected.
  const sources = () => places().locator("img").evaluateAll((all) => all.map((i) => (i as HTMLImageElement).src)); // prettier-ignore
  expect((await sources()).filter((s) => /\/revisions\/2\/picture$/.test(s))).toHaveLength(3);
  const picture = await fetch((await sources()).find((s) => s.includes("/revisions/"))!);
  expect(picture.status).toBe(200);
  const { width, height } = await sharp(Buffer.from(await picture.arrayBuffer())).metadata();
  expect(Math.max(width, height)).toBe(480);
  await report.getByText("What was done, and why").click();
  await counted(report.locator("details li"), 3);
  expect(await report.locator("details li").first().innerText()).toMatch(/^part-\d\.jpg: .+\.$/);
  await report.getByRole("button", { name: "Take it all back" }).click();
  await report.getByText("3 taken back").waitFor();
  await counted(done(), 0);
  await report.getByRole("button", { name: "Close" }).click();
  await report.waitFor({ state: "detached" });
}, 300_000);

test("courses are carried from one of the chosen to the others, and left out of them", async () => {
  await box("part-0.jpg").click();
  await toolbar().getByRole("button", { name: "True up" }).click();
  const trued = page.getByRole("region", { name: "True up" });
  await trued.getByText("1 done").waitFor({ timeout: 60_000 });
  await trued.getByRole("button", { name: "Close" }).click();
  for (const name of ["part-0.jpg", "part-1.jpg", "part-2.jpg"]) await box(name).click();
  await toolbar().getByRole("button", { name: "Courses …" }).click();
  await page.getByLabel("Carry from").selectOption("part-0.jpg");
  await page.getByRole("checkbox", { name: "Lens" }).check();
  await page.getByRole("button", { name: "Carry to 2 photos" }).click();
  const carried = page.getByRole("region", { name: "Carry courses" });
  await carried.getByText("2 done, 1 left as they are").waitFor({ timeout: 60_000 });
  await carried.getByRole("button", { name: "Close" }).click();
  await box("part-1.jpg").focus();
  await page.keyboard.press("Space");
  await toolbar().getByRole("button", { name: "Courses …" }).click();
  await page.getByRole("button", { name: "Leave Lens out" }).click();
  const out = page.getByRole("region", { name: "Courses in and out" });
  await out.getByText("1 done").waitFor({ timeout: 60_000 });
  await out.getByRole("button", { name: "Close" }).click();
}, 240_000);

test("as lines they tell what is out of true and are ordered by it; their borders are seen side by side, and by place they have titles", async () => {
  await page.getByRole("button", { name: "Lines" }).click();
  const heads = page.getByRole("group", { name: "Order by a column" });
  const angles = async () =>
    (await places().locator('[data-column="out-of-true"]').allTextContents()).map((t) =>
      t === "–" ? -1 : parseFloat(t),
    );
  // A worker measures them, and the board asks again.
  const measured = await comesToBe(angles, (all) => all.filter((a) => a >= 0).length === 3);
  expect(measured.filter((a) => a >= 0)).toHaveLength(3);
  await heads.getByRole("button", { name: "Untrue" }).click();
  const most = [...measured].sort((a, b) => b - a);
  expect(await comesToBe(angles, (all) => all.join() === most.join())).toEqual(most);
  await heads.getByRole("button", { name: "Untrue" }).click();
  expect(await comesToBe(angles, (all) => all.join() === [...most].reverse().join())).toEqual([...most].reverse());
  await page.getByRole("button", { name: "Borders", exact: true }).click();
  const borders = page.getByRole("dialog", { name: "Borders" });
  const sizes = () =>
    borders.locator("img").evaluateAll((all) =>
      all
        .map((i) => i as HTMLImageElement)
        .filter((i) => i.complete)
        .map((i) => [i.naturalWidth, i.naturalHeight]),
    );
  const ready = (all: number[][]) => all.length === 4 && all.every(([w]) => w! > 0);
  const left = await comesToBe(sizes, ready);
  expect(left.filter(([w, h]) => w === 160 && h! > 160)).toHaveLength(3);
  await borders.getByRole("button", { name: "Top" }).click();
  const top = await comesToBe(sizes, (all) => ready(all) && all.some(([w, h]) => h === 160 && w! > 160));
  expect(top.filter(([w, h]) => h === 160 && w! > 160)).toHaveLength(3);
  await page.keyboard.press("Escape");
  await borders.waitFor({ state: "detached" });
  await heads.getByRole("button", { name: "Taken" }).click();
  await page.getByLabel("What photos are put together by").selectOption("place");
  await page.getByText("4 photos by themselves").waitFor();
  await page.getByLabel("What photos are put together by").selectOption("none");
  await page.getByText("4 photos by themselves").waitFor({ state: "detached" });
}, 240_000);

test("dragged onto another a photo offers its courses; the menu under the other button is about what is chosen", async () => {
  await page.getByRole("button", { name: "Small" }).click();
  const place = (name: string) => places().filter({ has: page.getByLabel(`Choose ${name}`) });
  await place("part-0.jpg").dragTo(place("part-2.jpg"));
  const dialog = page.getByRole("dialog", { name: "Courses of 2 photos" });
  await dialog.waitFor();
  expect(await dialog.getByLabel("Carry from").inputValue()).toBe(await place("part-0.jpg").getAttribute("data-photo"));
  // All that is set there is meant, unless somebody takes it out.
  await dialog.getByRole("button", { name: "Carry to 1 photo" }).waitFor();
  await page.keyboard.press("Escape");
  await place("part-1.jpg").click({ button: "right" });
  const menu = page.getByRole("menu");
  await menu.getByRole("menuitem", { name: /^Work on it/ }).waitFor();
  await toolbar().getByText("1 photo chosen").waitFor();
  await menu.getByRole("menuitem", { name: "Choose those taken like it" }).click();
  await toolbar().getByText("3 photos chosen").waitFor();
  await place("part-2.jpg").click({ button: "right" });
  await counted(menu.getByRole("menuitem", { name: /^Work on it/ }), 0);
  await page.keyboard.press("End");
  await page.keyboard.press("Enter");
  await toolbar().waitFor({ state: "detached" });
}, 120_000);

test("many are delivered in two sizes: names are shown and clashes refused before, progress is told, one ZIP holds them", async () => {
  await page.getByRole("button", { name: "Small" }).click();
  await box("part-0.jpg").click();
  await box("part-1.jpg").click();
  await toolbar().getByRole("button", { name: "Deliver …" }).click();
  const names = page.getByLabel("Names of the files");
  await names.fill("all");
  await page.getByText("Two files would be called all.jpg.").waitFor();
  await names.fill("{number:3} {name}");
  await page.getByTestId("names").getByText("001 part-0.jpg, 002 part-1.jpg").waitFor();
  await page.getByRole("button", { name: "Another size or format" }).click();
  await page.getByLabel("Longer side of output 2, pixels").fill("300");
  await page.getByLabel("Longer side of output 2, pixels").blur();
  await page.getByTestId("names").getByText("001 part-0-full.jpg, 001 part-0-web.jpg").waitFor();
  await page.getByRole("button", { name: "Render 4 files" }).click();
  const report = page.getByRole("region", { name: "Delivery" });
  await report.getByText(/^4 of 4 files/).waitFor({ timeout: 120_000 });
  expect(await comesToBe(() => places().locator("img").count(), (n) => n === 4)).toBe(4); // prettier-ignore
  const link = (await report.getByRole("link", { name: "Download as one ZIP" }).getAttribute("href"))!;
  const whole = await fetch(`${address}${link}`);
  const zip = Buffer.from(await whole.arrayBuffer());
  expect(Number(whole.headers.get("content-length"))).toBe(zip.length);
  // Stored as they are: the pictures can be taken out by what their headers say.
  const entries = entriesOf(zip);
  expect([...entries.keys()]).toEqual([
    "001 part-0-full.jpg",
    "001 part-0-web.jpg",
    "002 part-1-full.jpg",
    "002 part-1-web.jpg",
    "files.csv",
    "files.json",
  ]);
  const { width, height } = await sharp(entries.get("002 part-1-web.jpg")!).metadata();
  expect(Math.max(width, height)).toBe(300);
  expect(entries.get("files.csv")!.toString()).toMatch(/^file,original,version,[^]*001 part-0-web\.jpg,part-0\.jpg,A,/);
  // A download that broke off goes on where it was.
  const rest = await fetch(`${address}${link}`, {
    headers: { range: "bytes=5000-", "if-range": whole.headers.get("etag")! },
  });
  expect(rest.status).toBe(206);
  expect(Buffer.from(await rest.arrayBuffer()).equals(zip.subarray(5000))).toBe(true);
  const part = await fetch(`${address}${link}`, { headers: { range: "bytes=10-209" } });
  expect(Buffer.from(await part.arrayBuffer()).equals(zip.subarray(10, 210))).toBe(true);
}, 240_000);

/** The files in a ZIP that compresses nothing, by its central directory (APPNOTE 4.3.12). */
function entriesOf(zip: Buffer): Map<string, Buffer> {
  const end = zip.lastIndexOf(Buffer.from("PK\x05\x06", "latin1"));
  const entries = new Map<string, Buffer>();
  let at = zip.readUInt32LE(end + 16);
  for (let i = zip.readUInt16LE(end + 10); i > 0; i--) {
    const [size, nameLength, extra, comment, header] = [
      zip.readUInt32LE(at + 20),
      zip.readUInt16LE(at + 28),
      zip.readUInt16LE(at + 30),
      zip.readUInt16LE(at + 32),
      zip.readUInt32LE(at + 42),
    ];
    const name = zip.toString("utf8", at + 46, at + 46 + nameLength);
    const data = header + 30 + zip.readUInt16LE(header + 26) + zip.readUInt16LE(header + 28);
    entries.set(name, zip.subarray(data, data + size));
    at += 46 + nameLength + extra + comment;
  }
  return entries;
}

test("a page that is reloaded while photos arrive says which have not; dropped again, only they are sent", async () => {
  const all = await plain(20);
  const uploads = /\/api\/assignments\/[^/]+\/photos\?name=/;
  let sent = 0;
  await page.route(uploads, async (route) => {
    sent++;
    await new Promise((go) => setTimeout(go, 400));
    await route.continue().catch(() => undefined);
  });
  await freshAssignment(page, "Broken off", all);
  const arriving = page.getByRole("region", { name: "Photos arriving" });
  await arriving.getByText(/^[3-9] of 20$/).waitFor();
  await page.reload();
  const missing = page.getByRole("region", { name: "Photos that have not arrived" });
  await missing.getByText(/^1\d photos have not arrived/).waitFor();
  const before = sent;
  await page.getByTestId("photo-input").setInputFiles(all);
  await arriving.getByText("20 of 20").waitFor();
  await page.getByText("20 photos", { exact: true }).waitFor();
  // Those that had arrived were not sent again; up to three were on their way when the page went.
  expect(sent - before).toBeLessThanOrEqual(17);
  expect(sent - before).toBeGreaterThanOrEqual(8);
  await arriving.getByRole("button", { name: "Clear this list" }).click();
  await page.unroute(uploads);
  await page.reload();
  await page.getByText("20 photos", { exact: true }).waitFor();
  await counted(missing, 0);
}, 120_000);

test("a picture of a state that is not there is refused", async () => {
  const id = "00000000-0000-4000-8000-000000000000";
  expect((await fetch(`${address}/api/versions/${id}/revisions/1/picture`)).status).toBe(404);
});
