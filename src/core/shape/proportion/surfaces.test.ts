import type { Vec2 } from "../../geometry";
import { makeLens } from "../../lens";
import { normalFrom, randomFrom, seenBy } from "../../testing";
import { type KnownMeasure, type MeasuredView, solveMeasures, taped } from ".";

/** A camera 1.6 m over a floor, tipped up; a wall 6 m off, turned by 20°. Metres, x right, y down, z forward. */
const camera = { focalPx: 2600, principal: [1500, 1000] as const };
const attitude = { pitch: -8, yaw: 0, roll: 1.5 };
const HEADING = 20;
const view: MeasuredView = { camera, lens: makeLens([3000, 2000], null), attitude, headings: [HEADING] };
const [c, s] = [Math.cos((HEADING * Math.PI) / 180), Math.sin((HEADING * Math.PI) / 180)];

const onWall = (x: number, y: number, heading = HEADING): Vec2 => {
  const [hc, hs] = [Math.cos((heading * Math.PI) / 180), Math.sin((heading * Math.PI) / 180)];
  return seenBy(camera, attitude, [x * hc - 6 * hs, y, x * hs + 6 * hc])!;
};
/** Places on the floor along the wall. */
const onFloor = (x: number, z: number): Vec2 => seenBy(camera, attitude, [x * c - z * s, 1.6, x * s + z * c])!;

const four = (at: (x: number, y: number) => Vec2, x: number, y: number, w: number, h: number) =>
  [at(x, y), at(x + w, y), at(x + w, y + h), at(x, y + h)].map(([px, py]) => [px, py]) as never;
const rectangle = (id: string, points: never, width: number, height: number, more: object = {}): KnownMeasure =>
  ({ id, kind: "rectangle", points, width, height, on: true, ...more }) as KnownMeasure;
const length = (id: string, a: Vec2, b: Vec2, metres: number): KnownMeasure =>
  ({ id, kind: "length", points: [[...a], [...b]], length: metres, on: true }) as KnownMeasure;

test("a door gives its wall a scale, and a tape reads there in metres with an honest ±", () => {
  const door = rectangle("d", four(onWall, -0.5, -0.6, 0.9, 2.1), 0.9, 2.1);
  const told = solveMeasures(view, [door]);
  expect(told.height).toBeCloseTo(1, 9);
  expect(told.scales).toHaveLength(1);
  expect(told.scales[0]!.metres).toBeCloseTo(6, 6);
  const noise = normalFrom(randomFrom(4));
  const errors = Array.from({ length: 400 }, () => {
    const jittered = {
      ...door,
      points: door.points.map(([x, y]) => [x + 0.5 * noise(), y + 0.5 * noise()]),
    } as KnownMeasure;
    const told = solveMeasures(view, [jittered]);
    const jit = ([x, y]: Vec2): Vec2 => [x + 0.5 * noise(), y + 0.5 * noise()];
    const read = taped(view, told, told.scales[0]!, [jit(onWall(-1, -0.5)), jit(onWall(1.2, -0.5))])!;
    return (read.metres - 2.2) / read.sigma;
  });
  const rms = Math.sqrt(errors.reduce((a, e) => a + e * e, 0) / errors.length);
  expect(rms).toBeGreaterThan(0.85);
  expect(rms).toBeLessThan(1.15);
});

test("on the floor a tile gives a scale of its own, and says nothing of heights", () => {
  const at = (x: number, y: number): Vec2 => onFloor(x, 5 - y);
  const tile = rectangle("t", four(at, -0.4, 0, 0.5, 0.5), 0.5, 0.5, { wall: "floor" });
  const told = solveMeasures(view, [tile]);
  expect(told.height).toBeNull();
  expect(told.scales[0]!.surface.kind).toBe("floor");
  expect(told.scales[0]!.metres).toBeCloseTo(1.6, 6);
  const read = taped(view, told, told.scales[0]!, [onFloor(-0.4, 5), onFloor(-0.4, 3.7)])!;
  expect(read.metres).toBeCloseTo(1.3, 6);
});

test("a measure on no known wall tells its own heading", () => {
  const sign = rectangle(
    "s",
    four((x, y) => onWall(x, y, -35), -0.6, -0.5, 1.2, 0.8),
    1.2,
    0.8,
  );
  const told = solveMeasures(view, [sign]);
  expect(told.measures[0]!.surface!.kind).toBe("own");
  expect(told.measures[0]!.surface!.heading).toBeCloseTo(-35, 3);
  expect(told.height).toBeCloseTo(1, 5);
});

test("a standing length beside a lying one tells the height", () => {
  const lying = length("l", onWall(-1, 0.2), onWall(1, 0.2), 2);
  const standing = length("s", onWall(0.3, -0.9), onWall(0.3, 0.6), 1.5 * 1.04);
  const told = solveMeasures(view, [lying, standing]);
  expect(told.height).toBeCloseTo(1.04, 6);
  expect(told.measures.map((m) => m.pull)).toEqual([0, 1]);
  expect(solveMeasures(view, [standing]).height).toBeNull();
});

test("a ratio gives no scale; what lies on the horizon or is one place is told", () => {
  const ratio = rectangle("r", four(onWall, -0.5, -0.6, 0.9, 2.1), 3, 7, { unit: "ratio" });
  const told = solveMeasures(view, [ratio]);
  expect(told.height).toBeCloseTo(1, 9);
  expect(told.perPixel).toBeNull();
  const nowhere = solveMeasures(view, [
    rectangle(
      "f",
      four((x, y) => [1500 + x, 200 + y], 0, 0, 50, 50),
      1,
      1,
      { wall: "floor" },
    ),
    length("p", [500, 500], [500, 500], 1),
  ]);
  expect(nowhere.messages).toHaveLength(2);
  expect(nowhere.measures.every((m) => m.why !== null)).toBe(true);
});
