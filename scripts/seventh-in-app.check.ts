import { execFileSync, spawnSync } from "node:child_process";
import { cpSync, mkdirSync, readdirSync, rmSync, writeFileSync } from "node:fs";
import path from "node:path";
import { addSeventhCourse } from "./seventh-course.testing";

/**
 * The seventh course in the real app: a copy of the project with its two folders and two lines is built, and driven in Chromium, by the
 * copy's own bin/test. Only where asked for, `bin/test seventh`, since it builds the app a second time.
 */
const root = path.join(__dirname, "..");
const copy = path.join(root, ".local/seventh");

const IN_THE_APP = `
import { execFileSync } from "node:child_process";
import { writeFileSync } from "node:fs";
import path from "node:path";
import type { Page } from "playwright-core";
import sharp from "sharp";
import { address, comesToBe, counted, field, openFresh, put, rested, usePage } from "./app";

let page: Page;
usePage((opened) => void (page = opened), { readsPixels: true });

const rail = () => page.getByRole("navigation", { name: "Courses" }).getByRole("button", { name: /Fold/ });
const pins = (wanted: string) => comesToBe(() => page.getByTestId("pins").innerText(), (n) => n === wanted);
const around = async (x: number, y: number) => (await page.screenshot({ clip: { x: x - 5, y: y - 5, width: 10, height: 10 } })).toString("hex");

test("set on one photo: on the rail, drawn, undone, saved, told, delivered", async () => {
  await openFresh(page, "SM-0414.jpg");
  await page.keyboard.press("4");
  const width = Number(await page.getByLabel("Width, px").inputValue());
  await page.keyboard.press("7");
  expect(await rail().getAttribute("aria-current")).toBe("step");
  await put(page, "Fold, %", "25");
  await rail().getByText("folded by 0.25").waitFor();
  await page.getByRole("toolbar", { name: "Tools" }).getByRole("button", { name: "Pin" }).click();
  await rested(page);
  const box = (await page.getByTestId("sheet").boundingBox())!;
  const [x, y] = [Math.round(box.x + box.width / 2), Math.round(box.y + box.height / 2)];
  const before = await around(x, y);
  await page.mouse.click(x, y);
  expect(await pins("1")).toBe("1");
  await page.mouse.move(box.x + 5, box.y + 5);
  await rested(page);
  const drawn = await comesToBe(() => around(x, y), (now) => now !== before);
  expect(drawn).not.toBe(before);
  await page.keyboard.press("Control+z");
  expect(await pins("0")).toBe("0");
  await page.keyboard.press("Control+Shift+z");
  expect(await pins("1")).toBe("1");
  await comesToBe(() => page.getByTestId("save-state").innerText(), (words) => words === "saved");
  await page.reload();
  await rested(page);
  await page.keyboard.press("7");
  expect(await field(page, "Fold, %").inputValue()).toBe("25");
  expect(await pins("1")).toBe("1");
  await page.keyboard.press("F9");
  await page.locator("[data-state]").getByText(/pin drawn/i).first().waitFor();
  await page.keyboard.press("Escape");
  await page.keyboard.press("4");
  expect(Number(await page.getByLabel("Width, px").inputValue()) / width).toBeCloseTo(1.25, 2);
  const wide = Number(await page.getByLabel("Width, px").inputValue());
  await page.getByRole("button", { name: "Deliver …" }).click();
  await page.getByText("clear gaps").click();
  await page.getByRole("button", { name: "Render at full resolution" }).click();
  const download = page.waitForEvent("download");
  await page.getByRole("link", { name: "Download" }).click({ timeout: 60_000 });
  expect((await sharp(await (await download).path()).metadata()).width).toBe(wide);
}, 240_000);

test("carried to another photo by a saved recipe, without the pins; explained in the guide; printed by the command line", async () => {
  await page.keyboard.press("Escape");
  const dialog = () => page.getByRole("dialog", { name: "Saved recipes" });
  await page.keyboard.press("F3");
  await dialog().getByLabel("Name of the recipe").fill("Folded");
  await page.keyboard.press("Enter");
  await dialog().getByRole("button", { name: "Folded Fold" }).waitFor();
  await openFresh(page, "SM-0415.jpg");
  await page.keyboard.press("F3");
  await dialog().getByRole("button", { name: "Folded Fold" }).click();
  await dialog().getByRole("button", { name: "Put on this photo" }).click();
  await page.keyboard.press("7");
  expect(await field(page, "Fold, %").inputValue()).toBe("25");
  expect(await pins("0")).toBe("0");
  await page.goto(address + "/help");
  await page.getByRole("heading", { name: "Fold", exact: true }).waitFor();
  await counted(page.getByText("Folds the picture."), 1);
  const recipe = path.join(process.env["FLATSTONE_FILES"]!, "folded.json");
  writeFileSync(recipe, JSON.stringify({ format: "flat-stone-recipe", version: 1, fold: { by: 0.5 } }));
  const program = path.join(process.env["FLATSTONE_BUNDLES"]!, "flatstone.cjs");
  const printed = execFileSync(process.execPath, [program, "frame", "--size", "600,400", "--recipe", recipe], { encoding: "utf8" });
  expect(JSON.parse(printed).rect[2]).toBeCloseTo(900, -1);
}, 120_000);
`;

test("a copy with a seventh course holds its types and boundaries, and its app has the course", () => {
  rmSync(path.join(copy, "src"), { recursive: true, force: true });
  mkdirSync(copy, { recursive: true });
  const files = execFileSync("git", ["ls-files", "-z"], { cwd: root, encoding: "utf8" }).split("\0").filter(Boolean); // prettier-ignore
  for (const file of files) cpSync(path.join(root, file), path.join(copy, file), { recursive: true });
  // The same packages, not copied: links to the same files.
  rmSync(path.join(copy, "node_modules"), { recursive: true, force: true });
  execFileSync("cp", ["-al", path.join(root, "node_modules"), path.join(copy, "node_modules")]);
  addSeventhCourse(copy);
  const tests = path.join(copy, "e2e");
  for (const file of readdirSync(tests)) if (/\.(test|check)\.ts$/.test(file)) rmSync(path.join(tests, file));
  writeFileSync(path.join(tests, "fold.test.ts"), IN_THE_APP.trimStart());
  const ran = spawnSync(path.join(copy, "bin/test"), ["types", "boundaries", "browser"], {
    cwd: copy,
    encoding: "utf8",
    // Its own database, files and port, not those of the run that this one is part of.
    env: { ...process.env, FLATSTONE_PORT: "", DATABASE_URL: "", FLATSTONE_ALONE_DATABASE_URL: "", FLATSTONE_DIST: "" },
  });
  const all = ran.stdout + ran.stderr;
  expect([ran.status, all.slice(-4000)]).toEqual([0, expect.stringContaining("4 passed, 0 failed")]);
}, 900_000);
