import type { CourseKey } from "@/core/recipe";
import { shownOf } from "./photos";

test("a photo is shown as the version that was chosen, else the one worked on last, else its first", () => {
  const v = (id: string, chosen = false) => ({ id, chosen });
  const states: Record<string, { id: number; laid: CourseKey[] | null }> = {
    a: { id: 9, laid: [] },
    b: { id: 3, laid: ["lines"] },
    c: { id: 2, laid: ["lens", "lines"] },
  };
  const of = (own: ReturnType<typeof v>[]) => shownOf(own, ({ id }) => states[id])?.id;
  expect(of([v("a"), v("b"), v("c")])).toBe("b");
  expect(of([v("a"), v("b"), v("c", true)])).toBe("c");
  expect(of([v("a"), v("x")])).toBe("a");
  expect(of([])).toBeUndefined();
});
