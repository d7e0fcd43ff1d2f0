import { readFileSync } from "node:fs";
import path from "node:path";
import type { Rect, Vec2 } from "@/core/geometry";
import { emptyRecipe } from "@/core/recipe";
import { type CompiledMap, compile, withCamera } from "@/core/render";
import { weighed } from "@/server/image/shown/detail";
import type { Truth } from "../truth/truth";

/** The frame that a photo of the demo gets by itself, beside the largest one. */
const folder = path.join(__dirname, "../photos");
const truthOf = (name: string): Truth =>
  JSON.parse(readFileSync(path.join(folder, `${name}.truth.json`), "utf8")) as Truth;

/** The photo under its true lens and attitude, its turn left alone; weighed, and not. */
async function both(name: string): Promise<{ shown: CompiledMap; largest: CompiledMap; truth: Truth }> {
  const truth = truthOf(name);
  const recipe = emptyRecipe();
  recipe.camera = { focalPx: truth.focalPx, focalFrom: "metadata", principal: [...truth.principal] };
  const [k, p] = [truth.lens.k as [number, number, number], truth.lens.p as [number, number]];
  recipe.lens = { ...recipe.lens, from: "by-hand", k, p, centre: [...truth.lens.centre] };
  const { pitch, roll } = truth.attitude;
  Object.assign(recipe.attitude, { from: "by-hand", pitch, roll });
  const map = (r: typeof recipe): CompiledMap => compile(withCamera(r, truth.size), truth.size);
  const shown = map(await weighed(recipe, path.join(folder, truth.picture)));
  return { shown, largest: map(recipe), truth };
}

const holds = ([x, y, w, h]: Rect, p: Vec2 | null): boolean =>
  p !== null && p[0] >= x && p[0] <= x + w && p[1] >= y && p[1] <= y + h;
/** True edges that lie in a frame with both ends. */
const kept = ({ frame, fromRecorded }: CompiledMap, { edges }: Truth): number =>
  edges.filter((e) => [e.recorded[0]!, e.recorded.at(-1)!].every((p) => holds(frame, fromRecorded(p as Vec2)))).length;

test.each([
  "SM-0412",
  "SM-0413",
  "SM-0415",
  "SM-0419",
  "SM-0420",
  "SM-0421",
  "SM-0423",
  "SM-0424",
  "SM-0426",
  "SM-0428",
])("%s keeps at least as many edges as in its largest frame", async (name) => {
  const { shown, largest, truth } = await both(name);
  expect(kept(shown, truth)).toBeGreaterThanOrEqual(kept(largest, truth));
  expect(shown.gaps).toBe(false);
});

test("the tower stands in its frame from foot to top, which the largest cuts off", async () => {
  const { shown, largest, truth } = await both("SM-0414");
  expect(kept(shown, truth)).toBeGreaterThan(1.2 * kept(largest, truth));
  const ends = truth.edges.flatMap((e) => [e.recorded[0]!, e.recorded.at(-1)!] as Vec2[]);
  const plane = ends.map((p) => shown.fromRecorded(p)!).filter((p) => holds(shown.frame, [p[0], shown.frame[1] + 1]));
  const ys = plane.map((p) => p[1]);
  expect(Math.min(...ys)).toBeGreaterThan(shown.frame[1]);
  expect(Math.max(...ys)).toBeLessThan(shown.frame[1] + shown.frame[3]);
});
