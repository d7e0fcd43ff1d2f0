import { put } from "@/language";
import { emptyRecipe } from "../recipe";
import { compile, withCamera } from "../render";
import { many } from "../soak.testing";
import { groundsOf, horizonGrounds, judged, shownOf, whyWords } from ".";
import { type Landscape, atHalf, landscape } from "./landscapes.testing";
import { greenOf } from "../lines";

/** What a made-up picture proposes; null: nothing. */
function proposed(kind: Landscape, seed: number, roll = 0) {
  const picture = landscape(kind, seed, roll);
  const size = [picture.width, picture.height] as const;
  const shown = shownOf(atHalf(picture), size);
  const light = { ...greenOf(picture), left: 0, top: 0 };
  const grounds = groundsOf(light, 1, null) ?? horizonGrounds(light, 1, null, shown);
  const start = { ...emptyRecipe(), camera: withCamera(emptyRecipe(), size).camera };
  return grounds && { grounds, size, ...judged({ proposal: grounds, shown, size, start }) };
}

test.each([-3.4, -0.8, 0.6, 2.7])("over water the horizon alone is taken out: rolled by %d°", (roll) => {
  for (let seed = 1; seed <= many(8, 1); seed++) {
    const { grounds, answers, why, size } = proposed("water", 100 * seed, roll)!;
    expect(grounds.from).toBe("horizon");
    expect(Math.abs(grounds.attitude.roll - roll)).toBeLessThan(0.1);
    expect(answers.map((a) => a.key)).toEqual(["horizon", "as-shot"]);
    expect(why).toEqual({ id: "horizon-told" });
    expect(put(whyWords(why, answers[0]!))).toMatch(/^Horizon: .*roll/);
    const { recipe, measured } = answers[0]!;
    expect(recipe.attitude).toMatchObject({ on: true, from: "by-hand", pitch: 0, yaw: 0 });
    expect(measured.kept).toBeGreaterThan(0.7);
    // In its picture the horizon lies level.
    const map = compile(withCamera(recipe, size), size);
    const [[ax, ay], [bx, by]] = grounds.segments[0]!.points.map((p) => map.fromRecorded(p)!) as unknown as [
      number[],
      number[],
    ];
    expect(Math.abs(Math.atan2(by! - ay!, bx! - ax!))).toBeLessThan(0.003);
  }
});

test("a horizon that is level already is left alone", () => {
  const level = proposed("water", 7)!;
  expect(level.answers[0]!.key).toBe("as-shot");
  expect(level.why).toEqual({ id: "true-already" });
});

test.each(["hills", "trees", "portrait"] as const)("of %s nothing is proposed", (kind) => {
  for (let seed = 1; seed <= many(12, 1); seed++) expect(proposed(kind, 31 * seed)).toBeNull();
});
