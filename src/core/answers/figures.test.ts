import { emptyRecipe } from "../recipe";
import { figuresOf } from "./figures";
import { judged } from "./judgement";
import { FOCAL, SIZE, front } from "./made-up.testing";

const start = {
  ...emptyRecipe(),
  camera: { focalPx: FOCAL, focalFrom: "stated" as const, principal: [SIZE[0] / 2, SIZE[1] / 2] as [number, number] },
};

test("a recipe comes to what was measured of the answer that it was taken from", () => {
  const { proposal, shown } = front({ pitch: 12, yaw: 5, roll: 1.5 });
  const { answers } = judged({ proposal, shown, size: SIZE, start });
  expect(answers.length).toBeGreaterThan(1);
  for (const { recipe, measured } of answers) {
    const figures = figuresOf(recipe, SIZE, proposal);
    expect(figures.outOfTrue).toBeCloseTo(measured.outOfTrue, 9);
    expect(figures.stretch).toBeCloseTo(measured.stretch, 9);
    expect(figures.kept).toBeCloseTo(measured.kept, 9);
    expect(figures.madeUp).toBeCloseTo(measured.empty, 9);
  }
  const asShot = figuresOf(start, SIZE, proposal);
  expect(asShot.outOfTrue).toBeGreaterThan(1.5);
  expect(asShot.kept).toBe(1);
});

test("without the picture's own edges the drawn lines tell what is out of true: plumbs, but neither tauts nor sills of a wall that nobody turned", () => {
  const line = (id: string, kind: "plumb" | "sill" | "taut", to: [number, number]) => ({
    id,
    kind,
    on: true,
    points: [[1000, 500], to] as [number, number][],
  });
  const tilted = (degrees: number) => 1000 * Math.tan((degrees * Math.PI) / 180);
  const lines = [line("a", "plumb", [1000 + tilted(1), 1500]), line("b", "sill", [2000, 500 + tilted(2)])];
  expect(figuresOf({ ...start, lines }, SIZE, null).outOfTrue).toBeCloseTo(1, 2);
  expect(figuresOf({ ...start, lines: [line("c", "taut", [2000, 900])] }, SIZE, null).outOfTrue).toBeNull();
});
