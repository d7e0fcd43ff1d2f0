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
  /\b(px|mm|cm|dpi|st|kB|MB|GB|JPEG|PNG|TIFF|WebP|DNG|AVIF|JSON|LZW|XMP|sRGB|RGB|ft|WebGL2)\b/g,
  /\b(Ctrl|Shift|Alt|Enter|Esc|Tab|Space|Delete|Backspace|Home|End|Page (Up|Down)|F\d+)\b/g,
  /\d+ [A-Z][a-z]+ \d{4}(, \d\d:\d\d)?/g,
  // Versions without a name of their own.
  /^[A-Z]{1,2}$/g,
];

/** What can be read or heard on the page as it is, each with where it was seen. */
async function readOn(where: string): Promise<[text: string, where: string][]> {
  const all = await page.evaluate(() => {
    const found = new Set<string>();
    const walk = document.createTreeWalker(document.body, NodeFilter.SHOW_ELEMENT | NodeFilter.SHOW_TEXT);
    for (let node = walk.nextNode(); node; node = walk.nextNode()) {
      if (node instanceof Text) {
        if (!node.parentElement?.closest("script, style, noscript")) found.add(node.data);
      } else
        for (const name of ["title", "aria-label", "placeholder", "alt", "aria-roledescription"])
          found.add((node as Element).getAttribute(name) ?? "");
    }
    return [...found];
  });
  return all.map((text) => [text, where]);
}

/** Those that are not in the language, each text once. @param names of what people have named. */
function forgotten(read: readonly [text: string, where: string][], names: readonly string[]): string[] {
  return [...new Map([...read].reverse())]
    .filter(([text]) => {
      let rest = text;
      for (let before = ""; before !== rest;) [before, rest] = [rest, rest.replace(/⟦[^⟦⟧]*⟧/g, " ")];
      for (const name of names) rest = rest.replaceAll(name, " ");
      for (const same of SAME) rest = rest.replace(same, " ");
      return /\p{L}{2}/u.test(rest);
    })
    .map(([text, where]) => `${where}: ${text}`);
}

interface Demo {
  id: string;
  name: string;
  camera: string | null;
  lens: string | null;
  versions: { id: string; name: string; note?: string }[];
}

/** What people have named until now, also what is gone by then: other tests do so meanwhile. */
const named = new Set<string>();

async function photosAndNames(): Promise<Demo[]> {
  const assignments = await fetched<{ id: string; name: string }[]>("/api/assignments");
  const mill = assignments.filter((a) => a.name.startsWith("Sallow"));
  const photos = (await Promise.all(mill.map((a) => fetched<Demo[]>(`/api/assignments/${a.id}/photos`)))).flat();
  const profiles = await fetched<{ document: { name: string } }[]>("/api/profiles");
  const recipes = await fetched<{ name: string }[]>("/api/recipes");
  const said = photos.flatMap((p) => [p.camera, p.lens, ...p.versions.flatMap((v) => [v.name, v.note])]);
  const all = [...assignments, ...recipes, ...profiles.map((p) => p.document)].map(({ name }) => name);
  for (const name of [...all, ...said]) if (name && name.length > 1) named.add(name);
  return photos;
}

async function expectNoneForgotten(read: readonly [text: string, where: string][]): Promise<void> {
  await photosAndNames();
  const longestFirst = [...named].sort((a, b) => b.length - a.length);
  expect(forgotten(read, longestFirst)).toEqual([]);
}

test("the boards and the guide's frame speak it", async () => {
  const read: [string, string][] = [];
  await photosAndNames();
  await page.goto(other);
  expect(await page.evaluate(() => document.documentElement.lang)).toBe("art");
  await page.getByText("Sallow Mill").first().waitFor();
  read.push(...(await readOn("assignments")));
  await page.getByText("Sallow Mill, reading rooms").first().click();
  await page.getByText("SM-0414").first().waitFor();
  read.push(...(await readOn("visit")));
  await expectNoneForgotten(read);
}, 120_000);

test("the Bench speaks it, in every course and with everything open over it", async () => {
  const photos = await photosAndNames();
  const read: [string, string][] = [];
  await page.goto(`${other}/bench/${await freshVersion("SM-0414.jpg")}`);
  await rested(page);
  const look = async (where: string): Promise<void> => void read.push(...(await readOn(where)));
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
    /Find a command/,
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
  await expectNoneForgotten(read);
}, 240_000);
