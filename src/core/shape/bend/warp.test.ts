import { type Vec2, contains, distance2, signedArea } from "../../geometry";
import { between, randomFrom } from "../../testing";
import { SIZE, along, jacobianAt, pair, ratioChange, solved } from "./bend.testing";
import { bendStep } from "./bend-step";

/** Two walls around a corner, a bowed line over them, a person, a tree that leans, all pulled somewhere. */
function everything(moving = false) {
  return solved(
    {
      taut: [
        {
          id: "a",
          points: along(9, (t) => [200 + 1900 * t, 200 + 60 * t * (1 - t)]),
          lock: "horizontal",
          amount: 1,
          on: true,
        },
        {
          id: "b",
          points: along(9, (t) => [2700 + 40 * Math.sin(3 * t), 300 + 1400 * t]),
          lock: "vertical",
          amount: 0.8,
          on: true,
        },
      ],
      joints: [
        { id: "1", at: [600, 600], by: [-30, 10] },
        { id: "2", at: [1400, 650] },
        { id: "3", at: [1420, 1500] },
        { id: "4", at: [620, 1550] },
        { id: "5", at: [2100, 500], by: [25, 30] },
        { id: "6", at: [2150, 1600] },
      ],
      faces: [
        {
          id: "A",
          joints: ["1", "2", "3", "4"],
          form: "free",
          edges: ["free", "vertical", "free", "vertical"],
          on: true,
        },
        { id: "B", joints: ["2", "5", "6", "3"], form: "free", on: true },
      ],
      shields: [
        {
          id: "s",
          points: [
            [2300, 900],
            [2450, 900],
            [2450, 1300],
            [2300, 1300],
          ],
          keeps: "form",
          turn: "none",
          on: true,
        },
        {
          id: "t",
          points: [
            [150, 1900],
            [300, 1200],
          ],
          keeps: "place",
          turn: "as-is",
          on: true,
        },
      ],
    },
    moving,
  );
}

test.each([false, true])("there and back again within a hundredth of a pixel, everywhere (moving: %s)", (moving) => {
  const model = everything(moving);
  expect(model.share).toBe(1);
  const step = bendStep(model);
  const random = randomFrom(4);
  const out = new Float64Array(3);
  let worst = 0;
  for (let n = 0; n < 4000; n++) {
    const p: Vec2 = [between(random, -300, SIZE[0] + 300), between(random, -200, SIZE[1] + 200)];
    const there = step.forward(p)!;
    step.back(there[0], there[1], out);
    worst = Math.max(worst, Math.hypot(out[0]! - p[0], out[1]! - p[1]));
  }
  expect(worst).toBeLessThan(0.01);
});

test("around faces the picture goes on without a step, and where nothing asks it stays where it was", () => {
  const { warp } = everything();
  let worst = 0;
  for (const patch of warp.patches)
    for (let side = 0; side < 4; side++)
      for (let k = 0; k <= 60; k++) {
        const [a, b] = [patch.from[side]!, patch.from[(side + 1) % 4]!];
        const p: Vec2 = [a[0] + ((b[0] - a[0]) * k) / 60, a[1] + ((b[1] - a[1]) * k) / 60];
        const [q, r] = [warp.forward([p[0] - 1e-4, p[1] - 1e-4]), warp.forward([p[0] + 1e-4, p[1] + 1e-4])];
        worst = Math.max(worst, Math.hypot(q[0] - r[0], q[1] - r[1]));
      }
  expect(worst).toBeLessThan(0.1);
});

test("locked edges of faces are level and plumb, pulled joints are where they were pulled", () => {
  const { joints } = everything();
  const to = (id: string): Vec2 => joints.get(id)!.to;
  expect(to("2")[0]).toBeCloseTo(to("3")[0], 2);
  expect(to("1")[0]).toBeCloseTo(to("4")[0], 2);
  expect(to("1")[1]).toBeCloseTo(610, 1);
  expect(to("5")[0]).toBeCloseTo(2125, 1);
});

test("a shield keeps its form and does not turn, what is left alone stays", () => {
  const model = everything();
  for (const p of [
    [2320, 920],
    [2430, 1280],
    [2375, 1100],
  ] as Vec2[]) {
    const [a, b, c, d] = jacobianAt(model, p);
    expect(ratioChange([a, b, c, d])).toBeLessThan(1.005);
    expect(Math.abs(b) + Math.abs(c)).toBeLessThan(0.01);
  }
  for (let k = 0; k <= 10; k++) {
    const p: Vec2 = [150 + 15 * k, 1900 - 70 * k];
    const [x, y] = model.warp.forward(p);
    expect(Math.hypot(x - p[0], y - p[1])).toBeLessThan(0.1);
  }
});

test("a ball near the border of a wide view becomes round again", () => {
  // A sphere in direction r, 0.12 of its distance large, as a pinhole camera draws it: an ellipse.
  const ahead = [0.6, 0.3, 1].map((v) => v / Math.hypot(0.6, 0.3, 1));
  const [u, v] = [
    [ahead[2]!, 0, -ahead[0]!],
    [-ahead[1]! * ahead[0]!, ahead[2]! ** 2 + ahead[0]! ** 2, -ahead[1]! * ahead[2]!],
  ].map((w) => w.map((c) => c / Math.hypot(...w)));
  const seen = (turn: number): Vec2 => {
    const ray = ahead.map((c, i) => c + 0.12 * (Math.cos(turn) * u![i]! + Math.sin(turn) * v![i]!));
    return [1500 + (2000 * ray[0]!) / ray[2]!, 1000 + (2000 * ray[1]!) / ray[2]!];
  };
  const outline = Array.from({ length: 24 }, (_, k) => pair(seen((k * Math.PI) / 12)));
  const model = solved(
    { shields: [{ id: "s", points: outline, keeps: "round", turn: "as-is", on: true }] },
    false,
    SIZE,
  );
  const spread = (places: readonly Vec2[]): number => {
    const far = places.map(([x, y]) => Math.hypot(x - middle(places)[0], y - middle(places)[1]));
    return Math.max(...far) / Math.min(...far);
  };
  const middle = (places: readonly Vec2[]): Vec2 => [
    places.reduce((s, p) => s + p[0], 0) / places.length,
    places.reduce((s, p) => s + p[1], 0) / places.length,
  ];
  expect(contains(outline, middle(outline))).toBe(true);
  const [before, after] = [spread(outline), spread(outline.map((p) => model.warp.forward(p)))];
  expect(before).toBeGreaterThan(1.15);
  expect(after).toBeLessThan(1 + (before - 1) / 5);
  // Where it was, and as large.
  const moved = outline.map((p) => model.warp.forward(p));
  expect(distance2(middle(moved), middle(outline))).toBeLessThan(8);
  expect(Math.sqrt(signedArea(moved) / signedArea(outline))).toBeCloseTo(1, 1);
});

test("faces that cannot be are left out with the reason; the rest works", () => {
  const model = solved({
    joints: [
      { id: "1", at: [600, 600], by: [-30, 10] },
      { id: "2", at: [1400, 650] },
      { id: "3", at: [1420, 1500] },
      { id: "4", at: [620, 1550] },
      { id: "5", at: [2000, 660] },
      { id: "6", at: [2600, 668] },
      { id: "7", at: [2600, 1500] },
    ],
    faces: [
      { id: "good", joints: ["1", "2", "3", "4"], form: "free", on: true },
      { id: "flat", joints: ["2", "5", "6", "3"], form: "free", on: true },
      { id: "turned", joints: ["6", "5", "3", "7"], form: "free", on: true },
      { id: "off", joints: ["1", "3", "2", "4"], form: "free", on: false },
    ],
  });
  expect(model.faces.map((f) => f.id)).toEqual(["good"]);
  expect(model.faults).toEqual([
    { id: "flat", fault: "in line" },
    { id: "turned", fault: "inside out" },
  ]);
  expect(model.joints.get("1")!.to[0]).toBeCloseTo(570, 1);
});

test("pulled so far that it would fold, less is done, and nothing folds", () => {
  const model = solved({
    joints: [
      { id: "1", at: [600, 600], by: [900, 800] },
      { id: "2", at: [1400, 650] },
      { id: "3", at: [1420, 1500] },
      { id: "4", at: [620, 1550] },
    ],
    faces: [{ id: "A", joints: ["1", "2", "3", "4"], form: "free", on: true }],
  });
  expect(model.share).toBeLessThan(1);
  let folded = 0;
  for (let y = 10; y < SIZE[1]; y += 20)
    for (let x = 10; x < SIZE[0]; x += 20) {
      const [a, b, c, d] = jacobianAt(model, [x, y]);
      if (a * d - b * c <= 0) folded++;
    }
  expect(folded).toBe(0);
});

test("a shield that is eased is kept less and less firmly", () => {
  // A tree held where it is beside a line that is pulled straight through it.
  const off = (amount: number): number => {
    const places: [number, number][] = [
      [1400, 700],
      [1480, 1300],
    ];
    const model = solved({
      taut: [
        {
          id: "t",
          points: along(9, (t) => [1440 + 60 * Math.sin(Math.PI * t), 500 + 1000 * t]),
          lock: "vertical",
          amount: 1,
          on: true,
        },
      ],
      shields: [{ id: "s", points: places, keeps: "place", turn: "as-is", amount, on: true }],
    });
    return Math.max(...places.map((p) => Math.hypot(model.warp.forward(p)[0] - p[0], model.warp.forward(p)[1] - p[1])));
  };
  const [firm, half, loose] = [off(1), off(0.6), off(0)];
  expect(half).toBeGreaterThan(firm);
  expect(loose).toBeGreaterThan(half);
});
