import { readFileSync } from "node:fs";
import path from "node:path";
import type { Page } from "playwright-core";
import { angles, comesToBe, fetched, onPage, openFresh, openId, rested, stroke, strokeByHand, usePage } from "./app";
import type { Point } from "./scene";

/** Course 2 in the real interface: strokes that cling, found lines by group, the wall to turn, by hand, faces. */
let page: Page;
usePage((opened) => void (page = opened));

interface Truth {
  attitude: { pitch: number; yaw: number; roll: number };
  edges: { id: string; recorded: Point[] }[];
}
const truthOf = (name: string): Truth =>
  JSON.parse(readFileSync(path.join(__dirname, `../demo/photos/${name}.truth.json`), "utf8")) as Truth;
const endsOf = (truth: Truth, id: string): [Point, Point] => {
  const { recorded } = truth.edges.find((e) => e.id === id)!;
  return [recorded[2]!, recorded[recorded.length - 3]!];
};

interface Stored {
  recipe: { lines: { kind: string; points: Point[]; sigma?: number }[] };
}
/** The recipe as the server has it, once everything is saved. */
async function stored(): Promise<Stored["recipe"]> {
  await page.waitForFunction(() => document.querySelector('[data-testid="save-state"]')?.textContent === "saved");
  const id = openId(page);
  return (await fetched<Stored>(`/api/versions/${id}`)).recipe;
}

/** The farthest of some points across from a straight line, pixels. */
const farthest = (points: Point[], [a, b]: [Point, Point]): number =>
  Math.max(
    ...points.map(
      (p) =>
        Math.abs((p[0] - a[0]) * (b[1] - a[1]) - (p[1] - a[1]) * (b[0] - a[0])) / Math.hypot(b[0] - a[0], b[1] - a[1]),
    ),
  );

/** A stroke is kept as drawn first and settles when the edge under it has been found: that line, once it has, or as it is after 15 s. */
async function settledLine(n: number, edge: [Point, Point]): Promise<Stored["recipe"]["lines"][number]> {
  const line = await comesToBe(
    async () => (await stored()).lines[n],
    (now) => now !== undefined && farthest(now.points, edge) < 0.8,
  );
  if (!line) throw new Error(`There is no line ${n}.`);
  return line;
}

test("strokes beside edges settle on them, their kind by their direction; V changes it, the level is told from both", async () => {
  await openFresh(page, "SM-0428.jpg");
  await page.keyboard.press("l");
  await page.keyboard.press("2");
  await page.keyboard.press("s");
  await rested(page);
  const truth = truthOf("SM-0428");
  for (const [n, id] of ["door-stone-right", "w03-right", "w03-sill"].entries()) {
    const [a, b] = endsOf(truth, id);
    const [from, to] = [await onPage(page, a), await onPage(page, b)];
    const off = id.endsWith("sill") ? ([0, 1] as const) : ([1, 0] as const);
    await stroke(page, [from[0] + off[0], from[1] + off[1]], [to[0] + off[0], to[1] + off[1]]);
    const line = await settledLine(n, [a, b]);
    expect(line.kind).toBe(id.endsWith("sill") ? "sill" : "plumb");
    expect(line.sigma).toBeGreaterThan(0);
    expect(farthest(line.points, [a, b])).toBeLessThan(0.8);
  }
  const { pitch, roll } = await angles(page);
  expect(Math.abs(pitch - truth.attitude.pitch)).toBeLessThan(0.3);
  expect(Math.abs(roll - truth.attitude.roll)).toBeLessThan(0.15);
  await page.getByText(/turned face-on/).waitFor();
  await page.keyboard.press("v");
  await page.getByRole("button", { name: "Select plumb 3" }).waitFor();
  await page.keyboard.press("Control+z");
  await page.getByRole("button", { name: "Select sill A" }).waitFor();
}, 150_000);

test("a line begun at another's end is a line of its own", async () => {
  await openFresh(page, "SM-0428.jpg");
  await page.keyboard.press("2");
  await page.keyboard.press("s");
  await rested(page);
  const { x, y } = (await page.getByTestId("sheet").boundingBox())!;
  await strokeByHand(page, [x + 300, y + 200], [x + 302, y + 400]);
  await page.keyboard.press("Escape");
  // Begun at the first one's foot, then at its middle.
  await strokeByHand(page, [x + 303, y + 402], [x + 300, y + 520]);
  await page.keyboard.press("Escape");
  await strokeByHand(page, [x + 302, y + 300], [x + 480, y + 305]);
  expect((await stored()).lines.map((l) => l.kind)).toEqual(["plumb", "plumb", "sill"]);
}, 120_000);

test("lines are found, taken by group and singly, count or not, and are left again", async () => {
  await openFresh(page, "SM-0424.jpg");
  await page.keyboard.press("l");
  await page.keyboard.press("q");
  const groups = page.getByRole("table", { name: "Found groups" });
  await groups.waitFor({ timeout: 120_000 });
  // Nothing is applied until it is taken.
  expect(await angles(page)).toEqual({ pitch: 0, yaw: 0, roll: 0 });
  await page.getByRole("button", { name: "Take Plumbs" }).click();
  const truth = truthOf("SM-0424");
  let now = await angles(page);
  expect(Math.abs(now.pitch - truth.attitude.pitch)).toBeLessThan(0.15);
  expect(Math.abs(now.roll - truth.attitude.roll)).toBeLessThan(0.15);
  await page.getByRole("button", { name: "Take Wall 1" }).click();
  now = await angles(page);
  expect(Math.abs(now.yaw - truth.attitude.yaw)).toBeLessThan(0.3);
  await page.getByLabel("Wall 1 count").uncheck();
  expect((await angles(page)).yaw).toBe(0);
  await page.getByLabel("Wall 1 count").check();
  await page.getByRole("button", { name: "Leave Wall 1" }).click();
  expect((await angles(page)).yaw).toBe(0);
  await page.keyboard.press("Control+z");
  expect(Math.abs((await angles(page)).yaw - truth.attitude.yaw)).toBeLessThan(0.3);
}, 150_000);

test("the wall to turn is chosen, its turn eased; angles are trimmed by hand on top of the lines and reset alone", async () => {
  const choice = page.getByLabel("Turn face-on");
  const before = await angles(page);
  await choice.selectOption("none");
  expect((await angles(page)).yaw).toBe(0);
  await choice.selectOption("auto");
  expect(await angles(page)).toEqual(before);
  const ease = page.getByLabel(/^Ease of the wall/);
  await ease.focus();
  await page.keyboard.press("Home");
  await page.keyboard.press("End");
  await ease.blur();
  const pitch = page.getByLabel("Pitch, °");
  await pitch.fill(String((before.pitch + 1).toFixed(2)));
  await pitch.press("Enter");
  await page.getByText("trimmed +1.0").or(page.getByText("trimmed +0.9")).first().waitFor();
  const trimmed = await angles(page);
  expect(trimmed.roll).toBe(before.roll);
  expect(trimmed.pitch - before.pitch).toBeCloseTo(1, 1);
  await page.getByRole("button", { name: "Reset Pitch" }).click();
  expect(await angles(page)).toEqual(before);
}, 120_000);

test("by hand alone: a stroke levels, the picture is turned by pulling it, a face settles everything", async () => {
  await openFresh(page, "SM-0428.jpg");
  await page.keyboard.press("2");
  const truth = truthOf("SM-0428");
  const [a, b] = endsOf(truth, "w03-sill");
  await page.keyboard.press("i");
  await stroke(page, await onPage(page, a), await onPage(page, b));
  const levelled = await angles(page);
  expect(Math.abs(levelled.roll)).toBeGreaterThan(0.05);
  expect(levelled.pitch).toBe(0);
  await page.keyboard.press("r");
  const box = (await page.getByTestId("sheet").boundingBox())!;
  await stroke(page, [box.x + 500, box.y + 300], [box.x + 500, box.y + 280]);
  const pulled = await angles(page);
  expect(pulled.pitch).toBeGreaterThan(0.5);
  expect(pulled.roll).toBe(levelled.roll);
  await page.keyboard.press("Control+z");
  await page.keyboard.press("Control+z");
  expect(await angles(page)).toEqual({ pitch: 0, yaw: 0, roll: 0 });
  await page.keyboard.press("s");
  await page.keyboard.press("a");
  const [l, r] = [endsOf(truth, "w03-left"), endsOf(truth, "w03-right")];
  const top = (e: [Point, Point]): Point => (e[0][1] < e[1][1] ? e[0] : e[1]);
  const foot = (e: [Point, Point]): Point => (e[0][1] < e[1][1] ? e[1] : e[0]);
  await stroke(page, await onPage(page, top(l)), await onPage(page, foot(r)));
  await page.getByText("Put its corners where they belong.").waitFor();
  // The two corners that were not drawn lie where the rectangle put them; they are dragged to their places.
  const [tl, br] = [await onPage(page, top(l)), await onPage(page, foot(r))];
  await page.keyboard.press("m");
  await stroke(page, [br[0], tl[1]], await onPage(page, top(r)));
  await stroke(page, [tl[0], br[1]], await onPage(page, foot(l)));
  await page.getByText(/Width : height 0\.\d+/).waitFor();
  expect(Math.abs((await angles(page)).roll - truth.attitude.roll)).toBeLessThan(1.5);
}, 150_000);

test("where nothing tells, found lines say so; the stretch is shown in words and on the picture", async () => {
  await openFresh(page, "SM-0427.png");
  await page.keyboard.press("q");
  await page.getByText(/there is nothing to go by/).waitFor({ timeout: 90_000 });
  const pitch = page.getByLabel("Pitch, °");
  await pitch.fill("35");
  await pitch.press("Enter");
  await page.getByText(/more than pictures usually bear/).waitFor();
  await page.getByRole("button", { name: "Show where" }).click();
  await page.getByRole("button", { name: "Hide the map" }).waitFor();
  await page.keyboard.press("u");
  await page.getByRole("button", { name: "Show where" }).waitFor();
}, 150_000);
