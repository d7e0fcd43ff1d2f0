import { named } from "@/core/language";
import { layGuide, setAngles } from "@/core/edits";
import { type Line, type Recipe, emptyRecipe } from "@/core/recipe";
import { stepWords } from "./step-words";

const plumb = (id: string, x: number): Line => ({ id, kind: "plumb", points: [[x, 1], [x + 5, 900]], on: true }); // prettier-ignore
const withLines = (...lines: Line[]): Recipe => ({ ...emptyRecipe(), lines });
const row = (line: Line, name: string, before: number, after: number | null) => ({ line, name, before, after });

test("a line that was drawn or moved is told with how it stood and stands", () => {
  const [a, b] = [plumb("a", 10), plumb("b", 500)];
  const rows = [row(a, "1", 8.42, 0.01), row(b, "2", 7, 0.1)];
  expect(stepWords(emptyRecipe(), withLines(a), rows)).toBe("Plumb 1, 8.4 degrees before, 0.0 after.");
  expect(stepWords(withLines(a), withLines(a, b), rows)).toBe("Plumb 2, 7.0 degrees before, 0.1 after.");
  const moved = { ...a, points: [[9, 1], [15, 900]] as Line["points"] }; // prettier-ignore
  expect(stepWords(withLines(a, b), withLines(moved, b), rows)).toBe("Plumb 1, 8.4 degrees before, 0.0 after.");
  expect(stepWords(emptyRecipe(), withLines({ ...a, on: false }), [row({ ...a, on: false }, "1", 8.42, null)])).toBe(
    "Plumb 1, 8.4 degrees before, off.",
  );
});

test("many lines are counted; what else changed is told as history tells it; nothing is told of nothing", () => {
  const four = [1, 2, 3, 4].map((i) => plumb(`${i}`, 100 * i));
  const rows = four.map((l, i) => row(l, `${i + 1}`, 5, 0));
  expect(stepWords(emptyRecipe(), withLines(...four), rows)).toBe("4 plumbs drawn.");
  const pitched = setAngles(named("x"), [4000, 3000], { pitch: 3, yaw: 0 }).apply(emptyRecipe());
  expect(stepWords(emptyRecipe(), pitched, [])).toMatch(/^Pitch 0.00° → 3.00°/);
  expect(stepWords(pitched, emptyRecipe(), [], true)).toMatch(/^Taken back: pitch 3.00° → 0.00°/);
  expect(stepWords(pitched, pitched, [])).toBe("");
  expect(stepWords(withLines(four[0]!), withLines(), [])).toBe("Plumb deleted.");
  const both = layGuide({ id: "g", way: "level", at: 3 }).apply(withLines(four[0]!));
  expect(stepWords(emptyRecipe(), both, rows)).toBe("Plumb 1, 5.0 degrees before, 0.0 after; guide drawn.");
});
