import { existsSync } from "node:fs";
import { type Browser, type Locator, type Page, chromium } from "playwright-core";
import type { Point } from "./scene";

export const address = `http://127.0.0.1:${process.env["FLATSTONE_PORT"]}`;

const flags = [
  "--no-sandbox",
  "--disable-quic",
  "--no-first-run",
  "--disable-background-networking",
  "--disable-component-update",
  "--disable-sync",
  // WebGL by software alone; what the page is put together of need not go through it, too.
  "--disable-gpu-compositing",
  "--use-angle=swiftshader",
  "--enable-unsafe-swiftshader",
];

// The same browser without windows of its own to draw takes a fifth less of the processor.
const executablePath = ["/usr/bin/chromium-headless-shell", "/usr/bin/chromium"].find((file) => existsSync(file))!;

export const launch = (): Promise<Browser> => chromium.launch({ executablePath, args: flags });

export interface PageOptions {
  /** Whether photos' own edges are looked at by themselves, which keeps a core busy for seconds. */
  ownEdges?: boolean;
  /** Whether the test reads pixels off the screen. Otherwise a screen pixel is two by two of the page's, a quarter to draw. */
  readsPixels?: boolean;
}

/** A page that fails the test for any error of its own, and for any request to another machine. */
export async function openPage(
  browser: Browser,
  problems: string[],
  { ownEdges = false, readsPixels = false }: PageOptions = {},
): Promise<Page> {
  const page = await browser.newPage({
    viewport: { width: 1280, height: 800 },
    acceptDownloads: true,
    locale: "en-GB",
    deviceScaleFactor: readsPixels ? 1 : 0.5,
  });
  // Two pages and the app share two cores without a graphics card: a key may wait for several slow pictures.
  page.setDefaultTimeout(90_000);
  // The first steps lie over the picture; a test of their own has them.
  await page.addInitScript((byItself) => {
    localStorage.setItem("flat-stone-hint-gone", "gone");
    if (!byItself) localStorage.setItem("flat-stone-own-edges", "when-asked");
  }, ownEdges);
  page.on("pageerror", (e) => problems.push(`page: ${e.message}`));
  page.on("request", (r) => {
    const url = new URL(r.url());
    if (url.protocol.startsWith("http") && url.hostname !== "127.0.0.1") problems.push(`request to ${url.host}`);
  });
  return page;
}

interface Shown {
  scale: number;
  shift: Point;
  asShot: boolean;
}

export const shown = async (page: Page): Promise<Shown> =>
  JSON.parse((await page.getByTestId("sheet").getAttribute("data-view"))!) as Shown;

/** Where a pixel of the original lies on the page while the picture is shown as shot. */
export async function onPage(page: Page, [x, y]: Point): Promise<Point> {
  const { scale, shift } = await shown(page);
  const box = (await page.getByTestId("sheet").boundingBox())!;
  return [box.x + x * scale + shift[0], box.y + y * scale + shift[1]];
}

/** Where a pixel of the plane that is shown lies on the page: as shot, the plane is the original. */
export const onPlane = onPage;

/** Presses, drags and releases between two places on the page. */
export async function stroke(page: Page, from: Point, to: Point): Promise<void> {
  await page.mouse.move(...from);
  await page.mouse.down();
  await page.mouse.move((from[0] + to[0]) / 2, (from[1] + to[1]) / 2, { steps: 3 });
  await page.mouse.move(...to, { steps: 3 });
  await page.mouse.up();
}

/** A stroke with cling held off, so that its ends lie just where they were put. */
export async function strokeByHand(page: Page, from: Point, to: Point): Promise<void> {
  await page.keyboard.down("Alt");
  await stroke(page, from, to);
  await page.keyboard.up("Alt");
}

/** The camera's angles as the Bench shows them, degrees. */
export async function angles(page: Page): Promise<{ pitch: number; yaw: number; roll: number }> {
  const [pitch, yaw, roll] = (await page.getByTestId("attitude").getAttribute("data-angles"))!.split(" ").map(Number);
  return { pitch: pitch!, yaw: yaw!, roll: roll! };
}

/** The id of the version that is open; the address says its course, too. */
export const openId = (page: Page): string => new URL(page.url()).pathname.split("/").pop()!;

/** A number or word field by its whole name. */
export const field = (page: Page, name: string) => page.getByRole("textbox", { name, exact: true });

/** Types into a field, takes it, and lets the focus go, so that keys mean commands again. */
export async function put(page: Page, name: string, value: string): Promise<void> {
  await field(page, name).fill(value);
  await field(page, name).press("Enter");
  await field(page, name).blur();
}

/** What a page says, once it says what is wanted, or after 15 s: then what it still says. A key is answered a moment later on a busy machine. */
export async function comesToBe<T>(read: () => Promise<T>, isWanted: (value: T) => boolean): Promise<T> {
  const until = Date.now() + 15_000;
  for (;;) {
    const value = await read();
    if (isWanted(value) || Date.now() > until) return value;
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
}

/** Fails unless there come to be so many of them. */
export const counted = async (all: Locator, wanted: number): Promise<void> =>
  expect(
    await comesToBe(
      () => all.count(),
      (n) => n === wanted,
    ),
  ).toBe(wanted);

/** Waits until the picture has come to rest under the careful filter. */
export const rested = (page: Page) => page.waitForSelector("canvas[data-rested]", { timeout: 90_000 });

interface Listed {
  id: string;
  name: string;
  sha256: string;
  versions: { id: string; name: string }[];
}
export const fetched = async <T>(route: string): Promise<T> => (await (await fetch(`${address}${route}`)).json()) as T;

/** A photo of the Sallow Mill, whatever assignments other tests have added meanwhile. */
export async function millPhoto(name: string): Promise<Listed> {
  const all = await fetched<{ id: string; name: string }[]>("/api/assignments");
  const mill = all.find((a) => a.name.startsWith("Sallow"))!;
  return (await fetched<Listed[]>(`/api/assignments/${mill.id}/photos`)).find((p) => p.name === name)!;
}

/** A fresh version of a photo of the Sallow Mill. @returns its id. */
export async function freshVersion(name: string): Promise<string> {
  const photo = await millPhoto(name);
  const made = await fetch(`${address}/api/photos/${photo.id}/versions`, {
    method: "POST",
    body: "{}",
    headers: { "content-type": "application/json" },
  });
  return ((await made.json()) as { id: string }).id;
}

/** Opens a fresh version of a photo of the Sallow Mill. */
export async function openFresh(page: Page, name: string): Promise<void> {
  await page.goto(`${address}/bench/${await freshVersion(name)}`);
  await rested(page);
}

/** Gives a file of tests one browser page, and fails each test for the page's own errors and for requests to other machines. */
export function usePage(take: (page: Page) => void, options: PageOptions = {}): void {
  const problems: string[] = [];
  let browser: Browser;
  beforeAll(async () => {
    browser = await launch();
    take(await openPage(browser, problems, options));
  }, 60_000);
  afterAll(() => browser?.close());
  afterEach(() => expect(problems.splice(0)).toEqual([]));
}

/** A new assignment, its photos added and its page open. */
export async function freshAssignment(
  page: Page,
  name: string,
  photos: Parameters<ReturnType<Page["getByTestId"]>["setInputFiles"]>[0],
): Promise<void> {
  await page.goto(address);
  await page.getByLabel("Name of the new assignment").fill(name);
  await page.getByRole("button", { name: "New assignment" }).click();
  await page.waitForURL(/assignments\//);
  await page.getByTestId("photo-input").setInputFiles(photos);
}

/** Adds files to the visit whose board was just opened. What is given before the board listens would be lost: it listens once it lists. */
export async function addFiles(
  page: Page,
  files: Parameters<ReturnType<Page["getByTestId"]>["setInputFiles"]>[0],
): Promise<void> {
  await page.locator("li[data-photo]").first().waitFor();
  await page.getByTestId("photo-input").setInputFiles(files);
}
