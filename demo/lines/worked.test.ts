import { readFileSync } from "node:fs";
import path from "node:path";
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
  expect(messages[0]!.text).toContain("No. 4");
});

test("the view into a corner with sills of both walls keeps both receding, level within 0.1°", () => {
  const { truth, solution, messages } = worked("SM-0419");
  expect(solution.walls.length).toBe(2);
  expect(solution.face).toEqual({ wall: null, why: "corner" });
  expect(solution.attitude.yaw).toBe(0);
  expect(Math.abs(solution.attitude.pitch - truth.attitude.pitch)).toBeLessThan(0.1);
  expect(Math.abs(solution.attitude.roll - truth.attitude.roll)).toBeLessThan(0.1);
  expect(messages.some((m) => m.text.includes("view into a corner"))).toBe(true);
});

test("a wall from the side is turned face-on by as much as the camera was turned", () => {
  const { truth, solution } = worked("SM-0420");
  expect(Math.abs(solution.attitude.yaw - truth.attitude.yaw)).toBeLessThan(0.1);
});
