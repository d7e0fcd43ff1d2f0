import type { Page } from "playwright-core";
import { fetched, onPlane, openFresh, openId, put, stroke, usePage } from "./app";
import { madeUp } from "./seen";

/** What a gap shows, shown and moved. A press on a thing takes hold of all of it: taken out, never copied, larger or smaller, or let go. */
let page: Page;
usePage((opened) => void (page = opened), { readsPixels: true });

interface Kept {
  readonly recipe: {
    readonly edges: {
      readonly strokes?: { outline?: [number, number][]; points: [number, number][]; radius: number }[];
      readonly sources?: { use: string; points: [number, number][] }[];
    };
  };
}
const edges = async (): Promise<Kept["recipe"]["edges"]> => {
  await page.waitForFunction(() => document.querySelector('[data-testid="save-state"]')?.textContent === "saved");
  return (await fetched<Kept>(`/api/versions/${openId(page)}`)).recipe.edges;
};
const thing = (): ReturnType<Page["getByRole"]> => page.getByRole("region", { name: "Thing" });
const isOutlined = (): Promise<void> => thing().getByRole("button", { name: "Take it out" }).waitFor();
/** How wide and high the outline on the sheet is, CSS pixels. */
const outlined = async (): Promise<number[]> => {
  const { width, height } = (await page.getByTestId("thing").locator("path").first().boundingBox())!;
  return [width, height];
};

/** On the lamp post before the wing, pixels of the photo. */
const POST = [1676, 1300] as const;

test("a press outlines the post; the wheel and keys resize it; Enter takes it out as one step", async () => {
  await openFresh(page, "SM-0420.jpg");
  await page.keyboard.press("5");
  await page.keyboard.press("Control+m");
  await thing().getByText("Press on what should go").waitFor();
  const at = await onPlane(page, [...POST]);
  await page.mouse.click(...at);
  await isOutlined();
  const [wide, high] = await outlined();
  expect(high!).toBeGreaterThan(3 * wide!);
  // Larger until it has become so; the wheel does what the key does.
  await page.keyboard.press("+");
  await page.mouse.move(...at);
  for (let i = 0; i < 5; i++) await page.mouse.wheel(0, -120);
  await page.waitForFunction(
    (before) => {
      const box = document.querySelector('[data-testid="thing"] path')!.getBoundingClientRect();
      return box.width * box.height > before;
    },
    wide! * high! * 1.02,
  );
  // Pressed on anew it is what it was at first.
  await page.keyboard.press("Escape");
  await page.mouse.click(...at);
  await isOutlined();
  expect((await outlined())[1]).toBeCloseTo(high!, 0);
  await page.keyboard.press("Enter");
  await madeUp(page);
  const { strokes } = await edges();
  expect(strokes).toHaveLength(1);
  expect(strokes![0]!.outline!.length).toBeGreaterThan(8);
  for (const [x, y] of strokes![0]!.outline!) {
    expect(Math.abs(x - POST[0])).toBeLessThan(400);
    expect(y).toBeGreaterThan(500);
  }
  await page.getByRole("table", { name: "Strokes" }).getByText("a thing taken out").waitFor();
  await page.keyboard.press("Control+z");
  expect((await edges()).strokes ?? []).toHaveLength(0);
}, 240_000);

test("never copied it is an area; Escape lets go", async () => {
  await page.mouse.click(...(await onPlane(page, [...POST])));
  await isOutlined();
  await page.keyboard.press("Escape");
  await page.getByTestId("thing").waitFor({ state: "detached" });
  await page.mouse.click(...(await onPlane(page, [...POST])));
  await isOutlined();
  await page.keyboard.press("v");
  await page.getByRole("table", { name: "Areas" }).getByText("never from here").waitFor();
  expect((await edges()).sources).toMatchObject([{ use: "never" }]);
}, 240_000);

test("a thing that the border cuts goes with the gap beyond", async () => {
  await openFresh(page, "SM-0422.jpg");
  await page.keyboard.press("4");
  await put(page, "Left, px", "-180");
  await put(page, "Width, px", "3000");
  await page.keyboard.press("5");
  await page.keyboard.press("Shift+f");
  await madeUp(page);
  const before = await page.getByTestId("fill-state").innerText();
  await page.keyboard.press("Control+m");
  await page.mouse.click(...(await onPlane(page, [150, 1350])));
  await isOutlined();
  await page.getByRole("button", { name: "Take it out" }).click();
  await page.getByRole("table", { name: "Areas" }).getByText("taken out with the gaps").waitFor();
  await madeUp(page);
  expect(await page.getByTestId("fill-state").innerText()).not.toBe(before);
}, 240_000);

test("what the gaps show is marked when asked for; a border is pulled to where it belongs, and put back", async () => {
  await page.getByRole("button", { name: "Show kinds" }).click();
  const kinds = page.getByRole("region", { name: "What the gaps show" });
  await kinds.getByText("Sky", { exact: true }).waitFor();
  const share = async (): Promise<number> =>
    Number(/[\d.]+/.exec(await kinds.getByRole("listitem").filter({ hasText: /^Sky/ }).innerText())![0]);
  const before = await share();
  await page.keyboard.press("m");
  // The sky ends at the hedge, some 750 px from the top of the photo; it is pulled down by 300.
  await page.mouse.move(...(await onPlane(page, [-90, 720])));
  await stroke(page, await onPlane(page, [-90, 725]), await onPlane(page, [-90, 1040]));
  await page.getByRole("table", { name: "Moved borders" }).getByText("B1").waitFor();
  await madeUp(page);
  expect(await share()).toBeGreaterThan(before + 0.2);
  await page.getByRole("button", { name: "Put B1 back" }).click();
  await madeUp(page);
  expect(await share()).toBe(before);
}, 240_000);
