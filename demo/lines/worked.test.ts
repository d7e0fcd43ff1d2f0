import { put } from "@/language";
import { readFileSync } from "node:fs";
import path from "node:path";
import { type Recipe, edgeSigma, emptyRecipe, handSigma } from "@/core/recipe";
import { solveRecipe, withCamera } from "@/core/render";
import type { Truth } from "../truth/truth";
import { workedVersions } from "../visit";

/** What the Bench says of the demo's versions that are already worked on. */
function worked(name: string) {
  const file = path.join(__dirname, `../photos/${name}.truth.json`);
  const truth = JSON.parse(readFileSync(file, "utf8")) as Truth;
  const [{ recipe }] = workedVersions(`${name}.jpg`, truth) as [{ recipe: Parameters<typeof withCamera>[0] }];
  return { truth, recipe, ...solveRecipe(withCamera(recipe, truth.size), truth.size) };
}

test("the line that contradicts the others is the one that is named: the leaning store's post", () => {
  const { messages } = worked("SM-0426");
  expect(messages[0]).toMatchObject({ code: "contradicts", lines: ["post-21"] });
  expect(put(messages[0]!.text)).toContain("No. 4");
});

test("the view into a corner with sills of both walls keeps both receding, level within 0.1°", () => {
  const { truth, solution, messages } = worked("SM-0419");
  expect(solution.walls.length).toBe(2);
  expect(solution.face).toEqual({ wall: null, why: "corner" });
  expect(solution.attitude.yaw).toBe(0);
  expect(Math.abs(solution.attitude.pitch - truth.attitude.pitch)).toBeLessThan(0.1);
  expect(Math.abs(solution.attitude.roll - truth.attitude.roll)).toBeLessThan(0.1);
  expect(messages.some((m) => put(m.text).includes("view into a corner"))).toBe(true);
});

test("a wall from the side is turned face-on by as much as the camera was turned", () => {
  const { truth, solution } = worked("SM-0420");
  expect(Math.abs(solution.attitude.yaw - truth.attitude.yaw)).toBeLessThan(0.1);
});

test("a stroke drawn on a small picture, which no edge held, does not outweigh lines that found theirs", () => {
  const file = path.join(__dirname, "../photos/SM-0414.truth.json");
  const truth = JSON.parse(readFileSync(file, "utf8")) as Truth;
  const recipe: Recipe = emptyRecipe();
  recipe.camera = { focalPx: truth.focalPx, focalFrom: "metadata", principal: [...truth.principal] };
  const [k, p] = [truth.lens.k as [number, number, number], truth.lens.p as [number, number]];
  recipe.lens = { ...recipe.lens, from: "by-hand", k, p, centre: [...truth.lens.centre] };
  const along = (
    id: string,
    off: number,
    sigma: (ends: [[number, number], [number, number]]) => number | undefined,
  ) => {
    const { recorded } = truth.edges.find((e) => e.id === id)!;
    const [a, b] = [recorded[1]!, recorded[recorded.length - 2]!];
    const points: [[number, number], [number, number]] = [
      [a[0] + off, a[1]],
      [b[0] - off, b[1]],
    ];
    return { id, kind: "plumb" as const, points, on: true, ...(sigma(points) ? { sigma: sigma(points)! } : {}) };
  };
  const pitchWith = (hand: (ends: [[number, number], [number, number]]) => number | undefined): number => {
    const lines = [
      along("corner", 0, (ends) => edgeSigma(ends, 0.1)),
      along("corner-north", 0, (ends) => edgeSigma(ends, 0.1)),
      // One pixel of the screen beside the edge at each end, at 16 %.
      along("corner-east", 6, hand),
    ];
    return solveRecipe(withCamera({ ...recipe, lines }, truth.size), truth.size).solution.attitude.pitch;
  };
  const off = (pitch: number): number => Math.abs(pitch - truth.attitude.pitch);
  expect(off(pitchWith((ends) => handSigma(ends, 6.25)))).toBeLessThan(0.5 * off(pitchWith(() => undefined)));
});
