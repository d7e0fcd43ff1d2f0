import { type ChildProcess, spawn } from "node:child_process";
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { createServer } from "node:net";
import { tmpdir } from "node:os";
import path from "node:path";
import type { Browser, Page } from "playwright-core";
import { fetched, freshVersion, launch, openPage, rested, strokeByHand, onPlane } from "./app";

/**
 * The app in a language made up for the test: every sentence of words/en.json between brackets. Whatever a person reads or
 * hears outside of brackets, and is no name, number or unit, has been forgotten.
 */
let server: ChildProcess;
let folder: string;
let other: string;
let browser: Browser;
let page: Page;
const problems: string[] = [];

const freePort = (): Promise<number> =>
  new Promise((resolve) => {
    const probe = createServer().listen(0, "127.0.0.1", () => {
      const { port } = probe.address() as { port: number };
      probe.close(() => resolve(port));
    });
  });

beforeAll(async () => {
  folder = mkdtempSync(path.join(tmpdir(), "words-"));
  const { sentences } = JSON.parse(readFileSync("words/en.json", "utf8")) as { sentences: Record<string, string> };
  const marked = Object.fromEntries(Object.entries(sentences).map(([from, to]) => [from, `⟦${to}⟧`]));
  const file = path.join(folder, "art.json");
  writeFileSync(file, JSON.stringify({ language: "art", sentences: marked }));
  const port = await freePort();
  other = `http://127.0.0.1:${port}`;
  const program = path.join(process.env["FLATSTONE_BUNDLES"] ?? "dist", "serve.mjs");
  server = spawn(process.execPath, [program, "--port", String(port)], {
    env: { ...process.env, FLATSTONE_WORDS: file },
    stdio: "ignore",
  });
  for (let tries = 0; tries < 150; tries++) {
    if (await fetch(`${other}/api/health`).then((r) => r.ok, () => false)) break; // prettier-ignore
    await new Promise((resolve) => setTimeout(resolve, 200));
  }
  browser = await launch();
  page = await openPage(browser, problems);
}, 120_000);

afterAll(async () => {
  await browser?.close();
  server?.kill();
  rmSync(folder, { recursive: true, force: true });
});
afterEach(() => expect(problems.splice(0)).toEqual([]));

/** Names, units and keys, which are the same in every language, and dates, which are the browser's. */
const SAME = [
  /FLAT STONE/g,
  /SM-\d+[\w.-]*/g,
  /\b(px|mm|cm|dpi|st|eq|kB|MB|GB|JPEG|PNG|TIFF|WebP|DNG|AVIF|JSON|LZW|XMP|sRGB|RGB|ft|WebGL2|mean)\b/g,
  /\b(Ctrl|Shift|Alt|Enter|Esc|Tab|Space|Delete|Backspace|Home|End|Page (Up|Down)|F\d+)\b/g,
  /\d+ [A-Z][a-z]+ \d{4}(, \d\d:\d\d)?/g,
];

/** What can be read or heard on the page as it is, and is not in the language. @param names of what people have named. */
async function forgotten(where: string, names: readonly string[]): Promise<string[]> {
  const all = await page.evaluate(() => {
    const found = new Set<string>();
    const walk = document.createTreeWalker(document.body, NodeFilter.SHOW_ELEMENT | NodeFilter.SHOW_TEXT);
    for (let node = walk.nextNode(); node; node = walk.nextNode()) {
      if (node instanceof Text) {
        if (!node.parentElement?.closest("script, style, noscript, [data-data]")) found.add(node.data);
      } else
        for (const name of ["title", "aria-label", "placeholder", "alt", "aria-roledescription"])
          found.add((node as Element).getAttribute(name) ?? "");
    }
    return [...found];
  });
  return all
    .filter((text) => {
      let rest = text;
      for (let before = ""; before !== rest;) [before, rest] = [rest, rest.replace(/⟦[^⟦⟧]*⟧/g, " ")];
      for (const name of names) rest = rest.replaceAll(name, " ");
      for (const same of SAME) rest = rest.replace(same, " ");
      return /\p{L}{2}/u.test(rest);
    })
    .map((text) => `${where}: ${text}`);
}

interface Demo {
  id: string;
  name: string;
  camera: string | null;
  lens: string | null;
  versions: { id: string; name: string; note?: string }[];
}

async function namesOfAll(): Promise<{ names: string[]; photos: Demo[] }> {
  const assignments = await fetched<{ id: string; name: string }[]>("/api/assignments");
  const mill = assignments.filter((a) => a.name.startsWith("Sallow"));
  const photos = (await Promise.all(mill.map((a) => fetched<Demo[]>(`/api/assignments/${a.id}/photos`)))).flat();
  const profiles = await fetched<{ document: { name: string } }[]>("/api/profiles").catch(() => []);
  const said = photos.flatMap((p) => [p.camera, p.lens, ...p.versions.flatMap((v) => [v.name, v.note])]);
  const names = [...assignments.map((a) => a.name), ...said, ...profiles.map((p) => p.document.name)];
  return { names: names.filter((n): n is string => !!n && n.length > 1).sort((a, b) => b.length - a.length), photos };
}

test("the boards and the guide's frame speak it", async () => {
  const { names } = await namesOfAll();
  const left: string[] = [];
  await page.goto(other);
  expect(await page.evaluate(() => document.documentElement.lang)).toBe("art");
  await page.getByText("Sallow Mill").first().waitFor();
  left.push(...(await forgotten("assignments", names)));
  await page.getByText("Sallow Mill, reading rooms").first().click();
  await page.getByText("SM-0414").first().waitFor();
  left.push(...(await forgotten("visit", names)));
  expect(left).toEqual([]);
}, 120_000);

test("the Bench speaks it, in every course and with everything open over it", async () => {
  const { names, photos } = await namesOfAll();
  const left: string[] = [];
  await page.goto(`${other}/bench/${await freshVersion("SM-0414.jpg")}`);
  await rested(page);
  const look = async (where: string): Promise<void> => void left.push(...(await forgotten(where, names)));
  await page.keyboard.press("p");
  await strokeByHand(page, await onPlane(page, [222, 2380]), await onPlane(page, [318, 1830]));
  await strokeByHand(page, await onPlane(page, [1480, 2300]), await onPlane(page, [1400, 1500]));
  await page.getByTestId("step-told").filter({ hasText: "2" }).waitFor({ state: "attached" });
  for (const course of ["1", "2", "3", "4", "5", "6"]) {
    await page.keyboard.press(course);
    await look(`course ${course}`);
  }
  const [dialog, history] = [page.getByRole("dialog"), page.getByRole("region", { name: "⟦History⟧" })];
  const [compare, grid] = [page.getByLabel("⟦Compare⟧").first(), page.getByLabel("⟦Colour of the grid⟧")];
  for (const [key, opened, away] of [
    ["?", dialog, "Escape"],
    ["F2", dialog, "Escape"],
    ["F3", dialog, "Escape"],
    ["F9", history, "F9"],
    ["F8", compare, "F8"],
    ["g", grid, "g"],
  ] as const) {
    await page.keyboard.press(key);
    await opened.waitFor();
    await look(key);
    await page.keyboard.press(away);
    await opened.waitFor({ state: "detached" });
  }
  await page.keyboard.press("1");
  for (const name of [
    /All profiles …/,
    /From charts …/,
    /From the visit …/,
    /Carry to other photos/,
    /Search what can be done/,
  ]) {
    await page.getByRole("button", { name }).first().click();
    await page.getByRole("dialog").waitFor();
    await look(String(name));
    await page.keyboard.press("Escape");
  }
  await page.getByRole("button", { name: /Deliver …/ }).click();
  await page.getByRole("dialog").waitFor();
  await look("deliver");
  await page.keyboard.press("Escape");
  for (const photo of photos.filter((p) => p.versions.length > 1).slice(0, 6)) {
    await page.goto(`${other}/bench/${photo.versions.at(-1)!.id}`);
    await rested(page);
    for (const course of ["1", "2", "3", "4", "5", "6"]) {
      await page.keyboard.press(course);
      await look(`${photo.name}, course ${course}`);
    }
  }
  // Each text once, with the first place it was seen at.
  const first = new Map(left.map((text) => [text.slice(text.indexOf(": ")), text] as const).reverse());
  expect([...first.values()]).toEqual([]);
}, 240_000);
