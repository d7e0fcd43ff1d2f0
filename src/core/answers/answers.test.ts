import { put } from "@/language";
import fc from "fast-check";
import { emptyRecipe } from "../recipe";
import { compile, withCamera, worstStretch } from "../render";
import { type Answer, ANSWERS, type Judgement, costWords, houseStyle, judged, whyWords } from ".";
import { FOCAL, SIZE, front } from "./made-up.testing";

const start = () => ({
  ...emptyRecipe(),
  camera: { ...emptyRecipe().camera, focalPx: FOCAL, focalFrom: "metadata" as const },
});

function judge(pitch: number, yaw: number, roll: number, style = {}, above?: number): Judgement {
  const { proposal, shown } = front({ pitch, yaw, roll }, above);
  return judged({ proposal, shown, size: SIZE, start: start(), style: houseStyle.parse(style) });
}
const first = (...args: Parameters<typeof judge>): Answer => judge(...args).answers[0]!;

test("a front that nearly faced the camera is turned face-on; one that stands aslant is left in perspective", () => {
  expect(first(6, 5, 1)).toMatchObject({ key: "face-on", cut: [] });
  expect(first(6, -11, 0)).toMatchObject({ key: "face-on" });
  const { answers, why } = judge(4, 33, -1);
  expect(answers[0]).toMatchObject({ key: "plumb", wall: null });
  expect(answers[0]!.measured.outOfTrue).toBeLessThan(0.02);
  expect(why).toMatchObject({ id: "turning-draws-out" });
  // It is offered all the same, and says what it would do.
  const turned = answers.find((a) => a.key === "face-on")!;
  expect(turned.wall!.heading).toBeCloseTo(33, 1);
  expect(turned.farEnd).toBeGreaterThan(1.8);
});

test("a picture taken steeply upwards is eased to what it bears, found to a hundredth", () => {
  const { answers, why } = judge(34, 30, 0, {}, 30);
  const eased = answers[0]!;
  expect(eased.key).toBe("eased");
  expect(why.id).toMatch(/^full-/);
  expect(eased.ease).toBeGreaterThan(0.1);
  expect(eased.ease).toBeLessThan(0.97);
  expect(eased.measured.stretch).toBeLessThan(2.2);
  expect(eased.measured.kept).toBeGreaterThan(0.7);
  expect(eased.recipe.attitude.ease.plumb).toBe(eased.ease);
  // What is eased looks too tall or too low, and that is said.
  expect(Math.abs(eased.tooTall)).toBeGreaterThan(0.01);
  expect(put(costWords(eased))).toMatch(/^verticals to \d+ %, .*looks \d+ % too (tall|low)/);
});

test("what is true already is left alone", () => {
  const { answers, why } = judge(0.02, 0.03, -0.04);
  expect(answers[0]!.key).toBe("as-shot");
  expect(answers[0]!.recipe).toEqual(start());
  expect(why).toEqual({ id: "true-already" });
  expect(judge(0.02, 0.03, -0.4).answers[0]!.key).not.toBe("as-shot");
});

test("the house style has its way: all of the verticals, or always a share", () => {
  expect(first(34, 30, 0, { verticals: "full" }, 30).key).not.toBe("eased");
  const shared = judge(6, 5, 1, { verticals: { share: 0.9 } });
  expect(shared.answers[0]).toMatchObject({ key: "eased", ease: 0.9 });
  expect(shared.why).toEqual({ id: "house-style" });
  expect(put(whyWords(shared.why, shared.answers[0]!))).toContain("90 %");
  const { recipe } = first(6, 5, 1, { ratio: 1.5 });
  const { frame } = compile(withCamera(recipe, SIZE), SIZE);
  expect(frame[2] / frame[3]).toBeCloseTo(1.5, 2);
});

test("however the camera was held, the first answer is one that can be delivered, and what is told of it is so", () => {
  fc.assert(
    fc.property(
      fc.double({ min: -12, max: 30, noNaN: true }),
      fc.double({ min: -50, max: 50, noNaN: true }),
      fc.double({ min: -4, max: 4, noNaN: true }),
      (pitch, yaw, roll) => {
        const { answers, why } = judge(pitch, yaw, roll);
        const best = answers[0]!;
        const map = compile(withCamera(best.recipe, SIZE), SIZE);
        expect(best.measured.stretch).toBeLessThan(2.21);
        expect(worstStretch(map).factor).toBeLessThan(2.3);
        expect(best.measured.kept).toBeCloseTo(map.kept, 9);
        expect(map.kept).toBeGreaterThan(0.7);
        expect(best.measured.empty).toBeLessThan(0.08);
        expect(map.gaps).toBe(best.measured.empty > 0);
        // No gap is left as it is.
        if (map.gaps) expect(best.recipe.edges.gaps).toBe("fill");
        if (best.key === "face-on") expect(Math.abs(best.wall!.heading)).toBeLessThanOrEqual(12);
        expect(best.measured.outOfTrue).toBeLessThanOrEqual(
          answers.find((a) => a.key === "as-shot")!.measured.outOfTrue + 0.05,
        );
        expect(put(whyWords(why, best))).toMatch(/^[A-Z].*\.$/);
        for (const a of answers) {
          expect(ANSWERS).toContain(a.key);
          expect(a.cost).toBeCloseTo(
            Object.values(a.terms).reduce((s: number, v: number) => s + v, 0),
            9,
          );
        }
      },
    ),
    { numRuns: 12 },
  );
});

test("a roof that the photo holds is in the frame of the first answer", () => {
  for (const [pitch, yaw, roll] of [[9, 4, 1], [12, 8, -2], [10, 24, 1]] as const) {
    const { proposal, shown } = front({ pitch, yaw, roll }, 9);
    const { recipe, key } = judged({ proposal, shown, size: SIZE, start: start() }).answers[0]!;
    expect(key).not.toBe("as-shot");
    const map = compile(withCamera(recipe, SIZE), SIZE);
    const [x, y, w, h] = map.frame;
    const within = shown.skyline.map((p) => map.fromRecorded(p)!).filter((p) => p[0] > x && p[0] < x + w);
    expect(within.length).toBeGreaterThan(50);
    for (const p of within) expect(p[1]).toBeGreaterThan(y - 0.004 * h);
  }
}); // prettier-ignore
