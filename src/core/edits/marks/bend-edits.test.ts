import { type Recipe, emptyRecipe, parseRecipe } from "../../recipe";
import { compile, settle } from "../../render";
import { type Edit, edited } from "../edit";
import {
  addShield,
  borderStraight,
  deleteBendMark,
  drawTaut,
  faceForm,
  faceRatioTold,
  joinFace,
  keepStraightEdges,
  moveTaut,
  placeJoint,
  pullJoint,
  shieldSettings,
  switchBend,
  switchBendMark,
  tautSettings,
} from "./bend-edits";

const after = (...edits: Edit[]) => edits.reduce((r, e) => e.apply(r), emptyRecipe());
const two = [
  joinFace("A", [
    { id: "1", at: [10, 10] },
    { id: "2", at: [110, 10] },
    { id: "3", at: [110, 90] },
    { id: "4", at: [10, 90] },
  ]),
  joinFace("B", [{ joint: "2" }, { id: "5", at: [200, 20] }, { id: "6", at: [200, 95] }, { joint: "3" }]),
];

test("faces added edge to edge share their joints; joints go with the last face that has them, and all of it with the last mark", () => {
  const recipe = after(...two);
  expect(recipe.shape!.joints.map((j) => j.id)).toEqual(["1", "2", "3", "4", "5", "6"]);
  const one = deleteBendMark("A").apply(recipe);
  expect(one.shape!.joints.map((j) => j.id)).toEqual(["2", "3", "5", "6"]);
  expect(deleteBendMark("B").apply(one)).toEqual(emptyRecipe());
  expect(deleteBendMark("none").apply(emptyRecipe())).toEqual(emptyRecipe());
});

test("a joint is placed, pulled and let go; a face has its form", () => {
  const recipe = after(
    ...two,
    placeJoint("1", [12, 8]),
    pullJoint("1", [5, -3]),
    faceForm("B", { form: "rectangle", ratio: 1.5 }),
  );
  expect(recipe.shape!.joints[0]).toEqual({ id: "1", at: [12, 8], by: [5, -3] });
  expect(pullJoint("1", null).apply(recipe).shape!.joints[0]).toEqual({ id: "1", at: [12, 8] });
  expect(faceRatioTold("B").apply(recipe).shape!.faces[1]).not.toHaveProperty("ratio");
  const locked = faceForm("A", { edges: ["horizontal", "free", "free", "free"] }).apply(recipe);
  expect(locked.shape!.faces[0]!.edges).toEqual(["horizontal", "free", "free", "free"]);
  expect(faceForm("A", { edges: ["free", "free", "free", "free"] }).apply(locked).shape!.faces[0]).not.toHaveProperty(
    "edges",
  );
});

test("taut lines and shields are drawn, set, moved, switched, and read back as they were", () => {
  const recipe = after(
    drawTaut(
      "t",
      [
        [0, 0],
        [50, 5],
        [100, 0],
      ],
      "horizontal",
    ),
    drawTaut("u", [
      [0, 40],
      [100, 42],
    ]),
    tautSettings("u", { lock: "parallel", along: "t", amount: 0.5 }),
    moveTaut("t", 1, [0, 7]),
    moveTaut("u", null, [1, 1]),
    addShield("s", [
      [1, 1],
      [20, 1],
      [20, 20],
    ]),
    shieldSettings("s", { keeps: "round", turn: "none" }),
    switchBendMark("t"),
    switchBend(false),
  );
  expect(recipe.shape!.taut).toEqual([
    {
      id: "t",
      points: [
        [0, 0],
        [50, 5],
        [100, 7],
      ],
      lock: "horizontal",
      amount: 1,
      on: false,
    },
    {
      id: "u",
      points: [
        [1, 41],
        [101, 43],
      ],
      lock: "parallel",
      along: "t",
      amount: 0.5,
      on: true,
    },
  ]);
  expect(recipe.shape!.shields[0]).toMatchObject({ keeps: "round", turn: "none" });
  expect(recipe.shape!.on).toBe(false);
  expect(parseRecipe(JSON.stringify(recipe))).toEqual(recipe);
  // Parallel to itself is free of the other.
  expect(tautSettings("u", { lock: "parallel", along: "u" }).apply(recipe).shape!.taut[1]).not.toHaveProperty("along");
});

test("the border is pulled straight by four lines along it, once", () => {
  const size = [1500, 1000] as const;
  const lensed = emptyRecipe();
  lensed.camera.focalPx = 1200;
  lensed.lens.k = [-0.12, 0, 0];
  Object.assign(lensed.attitude, { from: "by-hand", pitch: 8, roll: 1 });
  const once = edited(lensed, borderStraight(size), size);
  expect(once.shape!.taut).toHaveLength(4);
  expect(edited(once, borderStraight(size), size).shape!.taut).toHaveLength(4);
  const outline = (recipe: Recipe) => compile(settle(recipe, size), size);
  const top = (map: ReturnType<typeof outline>) =>
    Array.from({ length: 29 }, (_, i) => map.fromRecorded([50 * i + 50, 0.5])!).map(([, y]) => y);
  const bow = (ys: number[]): number => Math.max(...ys) - Math.min(...ys);
  expect(bow(top(outline(lensed)))).toBeGreaterThan(20);
  expect(bow(top(outline(once)))).toBeLessThan(0.5);
  // All of what was outside a frame without gaps is in it now, but for what is left at the corners.
  expect(outline(once).kept).toBeGreaterThan(outline(lensed).kept + 0.05);
});

test("the photo's straight edges are kept once there is a mark: the longest, not the short ones, and only once", () => {
  const size = [1500, 1000] as const;
  const segment = (x: number, length: number) => ({ points: [[x, 100.04], [x + length, 100.26]] as const }); // prettier-ignore
  const segments = [segment(0, 10), ...Array.from({ length: 200 }, (_, i) => segment(i, 200 + i))];
  const bare = emptyRecipe();
  expect(keepStraightEdges(bare, segments, size)).toBe(bare);
  const marked = edited(bare, drawTaut("t", [[0, 0], [500, 20]]), size); // prettier-ignore
  const { edges } = keepStraightEdges(marked, segments, size).shape!;
  expect(edges).toHaveLength(150);
  expect(edges![0]).toEqual([199, 100, 598, 100.3]);
  const kept = keepStraightEdges(marked, segments, size);
  expect(keepStraightEdges(kept, [segment(3, 900)], size)).toBe(kept);
  // Without marks they go, too.
  expect("shape" in edited(kept, deleteBendMark("t"), size)).toBe(false);
});
