import { put } from "@/language";
import { along, solved } from "./bend.testing";
import { explainBend, bendMarks } from ".";
import { NO_BEND, movesAnything, type BendSettings } from "./bend-settings";

const bendOf = (shape: Partial<BendSettings>): BendSettings => ({ ...NO_BEND, ...shape });
const bowed = (id: string, lock: BendSettings["taut"][number]["lock"], amount = 1, y = 500) => ({
  id,
  points: along(15, (t) => [500 + 2000 * t, y + 20 * t + 160 * t * (1 - t)]),
  lock,
  amount,
  on: true,
});

test("a taut line is told before and after: its bow, its lean, its pull", () => {
  const shape = bendOf({ taut: [bowed("a", "horizontal"), bowed("b", "free", 0.5, 1400)] });
  const [a, b] = bendMarks(shape, solved(shape));
  expect(a).toMatchObject({ kind: "taut", name: "T1" });
  expect(a!.before.offPx).toBeGreaterThan(20);
  expect(a!.before.lean).toBeCloseTo(0.57, 1);
  expect(a!.after.offPx).toBeLessThan(0.3);
  expect(Math.abs(a!.after.lean!)).toBeLessThan(0.02);
  expect(a!.residualPx).toBeLessThan(0.3);
  expect(a!.pullPx).toBeGreaterThan(3);
  // Half way its bow is half, and that is what was asked for.
  expect(b!.after.offPx).toBeCloseTo(b!.before.offPx / 2, 0);
  expect(b!.before.lean).toBeNull();
  expect(b!.residualPx).toBeLessThan(0.3);
});

test("two marks that cannot both hold are named with what is missing; without one of them nothing is said", () => {
  const taut = [bowed("a", "horizontal")];
  const still = { id: "s", points: taut[0]!.points.slice(3, 8), keeps: "place", turn: "as-is", on: true } as const;
  const shape = bendOf({ taut, shields: [still] });
  const model = solved(shape);
  const messages = explainBend(shape, model, bendMarks(shape, model), (other) =>
    movesAnything(other) ? solved(other) : null,
  );
  expect(put(messages[0]!.text)).toMatch(
    /^(Taut line T1 and shield S1|Shield S1 and taut line T1) cannot both hold: off by \d+(\.\d)? px\.$/,
  );
  expect([...messages[0]!.ids].sort()).toEqual(["a", "s"]);
  const alone = bendOf({ taut });
  const held = solved(alone);
  expect(explainBend(alone, held, bendMarks(alone, held), () => null)).toEqual([]);
});

test("where less is done lest it fold, the mark is named without which the rest would be done", () => {
  const across = { ...bowed("b", "vertical"), points: along(2, (t) => [1000 + 700 * t, 545 + 8 * t]) };
  const shape = bendOf({ taut: [bowed("a", "horizontal"), across] });
  const model = solved(shape);
  expect(model.share).toBeLessThan(1);
  const texts = explainBend(shape, model, bendMarks(shape, model), (other) => solved(other)).map((m) => put(m.text));
  expect(texts.join()).toContain("more would fold the picture. Without taut line T2 the rest would be done wholly.");
});

test("a line locked to what it is far from is asked about", () => {
  const shape = bendOf({ taut: [{ ...bowed("a", "vertical"), amount: 0.1 }] });
  const model = solved(shape);
  const [message] = explainBend(shape, model, bendMarks(shape, model), () => null);
  expect(message!.ids).toEqual(["a"]);
  expect(put(message!.text)).toBe("Taut line T1 lies 89° from what it is locked to: is that meant?");
});

test("a face is told by how its locked edges lean, and that it cannot be", () => {
  const shape = bendOf({
    joints: [
      { id: "1", at: [600, 600] },
      { id: "2", at: [1400, 650] },
      { id: "3", at: [1420, 1500] },
      { id: "4", at: [660, 1550] },
    ],
    faces: [
      {
        id: "A",
        joints: ["1", "2", "3", "4"],
        form: "free",
        edges: ["free", "vertical", "free", "vertical"],
        on: true,
      },
      { id: "B", joints: ["2", "1", "4", "3"], form: "free", on: true },
    ],
  });
  const model = solved(shape);
  const marks = bendMarks(shape, model);
  const [face] = marks;
  expect(face!.before.lean).toBeGreaterThan(3);
  expect(face!.after.lean).toBeLessThan(0.01);
  expect(marks).toHaveLength(1);
  expect(explainBend(shape, model, marks, (other) => solved(other)).map((m) => put(m.text))).toEqual([
    "Face F2 is turned inside out: it does not count.",
  ]);
});
