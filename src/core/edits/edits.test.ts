import { named } from "../language";
import fc from "fast-check";
import { type Recipe, emptyRecipe } from "../recipe";
import { ATTITUDE_READS, readAlike, withSolvedAttitude } from "../render";
import * as edits from ".";
import type { Edit } from ".";

const SIZE = [3000, 2000] as const;

/** Frozen all through: an edit that wrote to what it was given would throw. */
function frozen<T>(value: T): T {
  if (value && typeof value === "object") Object.values(Object.freeze(value)).forEach(frozen);
  return value;
}

const plumb = (id: string, x: number, lean: number): Recipe["lines"][number] => ({
  id,
  kind: "plumb",
  points: [
    [x, 1800],
    [x + lean, 200],
  ],
  on: true,
});

const drawn: Recipe = {
  ...emptyRecipe(),
  camera: { focalPx: 2200, focalFrom: "metadata", principal: null },
  lines: [plumb("a", 600, 140), plumb("b", 2400, -120)],
  faces: [
    {
      id: "f",
      corners: [
        [900, 400],
        [1800, 400],
        [1800, 1500],
        [900, 1500],
      ],
      on: false,
    },
  ],
};
const recipe = frozen(withSolvedAttitude(drawn, SIZE));

const some: readonly Edit[] = [
  edits.addLine("c", "sill", [
    [300, 900],
    [2700, 930],
  ]),
  edits.moveEnd("a", 1, [700, 210]),
  edits.moveBy("b", null, [3, 4]),
  edits.changeKind("b"),
  edits.switchLine("a"),
  edits.deleteLine("a"),
  edits.clingTo("a", {
    ends: [
      [601, 1800],
      [741, 200],
    ],
    sigmaPx: 0.1,
  }),
  edits.addFace("g", recipe.faces[0]!.corners),
  edits.moveCorner("f", 0, [950, 420]),
  edits.switchFace("f"),
  edits.deleteFace("f"),
  edits.setAngles(named("Pitch"), SIZE, { pitch: 3 }),
  edits.resetAngle("roll", SIZE),
  edits.levelBy(
    [
      [100, 1000],
      [2900, 1040],
    ],
    SIZE,
  ),
  edits.easeOff(named("Ease"), "plumb", 0.8),
  edits.turnFaceOn("none"),
  edits.lensByHand(named("Bow"), () => ({ k: [-0.03, 0, 0] })),
  edits.lensKept(named("Amount"), () => ({ amount: 0.5 })),
  edits.stateFocal(2500),
  edits.addTrace(
    edits.tracedLine("t", [
      [0, 0],
      [1, 1],
    ]),
    { k: [-0.02, 0, 0], centre: [1500, 1000] } as never,
  ),
  edits.cleanFrameAgain(),
  edits.frameRatio(1.5),
  edits.freeFrame([0, 0, 100, 100]),
  edits.switchCourse("lens", named("Lens"), false),
  edits.addMeasure({
    id: "door",
    kind: "rectangle",
    points: [
      [1000, 600],
      [1400, 600],
      [1400, 1500],
      [1000, 1500],
    ],
    width: 0.9,
    height: 2.1,
    on: true,
  }),
  edits.moveMeasurePlace("door", 2, [1410, 1508]),
  edits.sayMeasure("door", { height: 2.0, unit: "m" }),
  edits.switchMeasure("door"),
  edits.deleteMeasure("door"),
  edits.heightByHand(1.1),
  edits.heightAsMeasured(),
  edits.heightKeeps("area"),
  edits.asTallAsShot(
    [
      [1000, 600],
      [1000, 1500],
    ],
    SIZE,
  ),
  edits.quarterTurn(1),
  edits.mirrorPicture(),
  edits.outputAt({ kind: "long", px: 2048 }),
  edits.framePrefers("area"),
];

test("edits change nothing of what they are given, whatever their order, and end in a recipe that solves the same again", () => {
  fc.assert(
    fc.property(fc.array(fc.constantFrom(...some), { minLength: 1, maxLength: 8 }), (chosen) => {
      const result = chosen.reduce((now, edit) => frozen(edits.edited(now, edit, SIZE)), recipe);
      expect(withSolvedAttitude(result, SIZE).attitude.pitch).toBeCloseTo(result.attitude.pitch, 6);
    }),
    { numRuns: 60 },
  );
});

test("an edit of what is not there leaves the very same recipe", () => {
  for (const edit of [
    edits.moveBy("no", null, [1, 1]),
    edits.switchLine("no"),
    edits.moveCorner("no", 0, [1, 1]),
    edits.moveMeasurePlace("no", 0, [1, 1]),
    edits.sayMeasure("no", { width: 2 }),
    edits.deleteMeasure("no"),
    edits.heightByHand(-1),
  ])
    expect(edits.edited(recipe, edit, SIZE)).toBe(recipe);
});

test("whatever changes what the solver says is told to be other evidence", () => {
  const solved = (r: Recipe) => {
    const { attitude, camera } = withSolvedAttitude(r, SIZE);
    return JSON.stringify([attitude.pitch, attitude.yaw, attitude.roll, camera.focalPx]);
  };
  const base = solved(recipe);
  let told = 0;
  for (const edit of some) {
    const next = edit.apply(recipe);
    if (solved(next) !== base) {
      expect(readAlike(ATTITUDE_READS, recipe, next)).toBe(false);
      told++;
    }
  }
  expect(told).toBeGreaterThan(8);
  expect(readAlike(ATTITUDE_READS, recipe, edits.frameRatio(1.5).apply(recipe))).toBe(true);
});

test("several edits together are one", () => {
  const both = edits.together(named("Both"), [edits.stateFocal(2500), edits.frameRatio(1)]);
  expect(both.apply(recipe)).toMatchObject({ camera: { focalPx: 2500 }, frame: { ratio: 1 } });
});
