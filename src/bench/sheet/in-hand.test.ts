import { inHand } from "./in-hand";

const bench = { course: "lines", tool: "plumb", view: "corrected", marks: true, holding: false } as const;

test("each course has its own edits", () => {
  expect(inHand(bench)).toEqual({
    drawn: "line",
    draws: true,
    turns: false,
    pulls: false,
    editsLines: true,
    editsFaces: true,
    editsFrame: false,
  });
  expect(inHand({ ...bench, course: "lens", tool: "taut" })).toMatchObject({
    drawn: "taut",
    draws: true,
    editsFaces: false,
  });
  expect(inHand({ ...bench, course: "frame", tool: "frame" })).toMatchObject({
    draws: false,
    editsLines: false,
    editsFrame: true,
  });
  expect(inHand({ ...bench, course: "lens" }).draws).toBe(false);
});

test("turning and pulling need the corrected picture, drawing does not", () => {
  for (const view of ["corrected", "as-shot"] as const) {
    const corrected = view === "corrected";
    expect(inHand({ ...bench, tool: "turn", view }).turns).toBe(corrected);
    expect(inHand({ ...bench, course: "lens", tool: "pull", view }).pulls).toBe(corrected);
    expect(inHand({ ...bench, course: "frame", view }).editsFrame).toBe(corrected);
    expect(inHand({ ...bench, view }).draws).toBe(true);
  }
});

test("with marks hidden none is caught; while the original is held in view nothing is edited at all", () => {
  expect(inHand({ ...bench, marks: false })).toMatchObject({ draws: true, editsLines: false, editsFaces: false });
  for (const course of ["lens", "lines", "frame"] as const)
    for (const tool of ["plumb", "taut", "pull", "turn", "face", "level", "frame"] as const) {
      const { drawn, ...edits } = inHand({ ...bench, course, tool, holding: true });
      expect(Object.values(edits).some(Boolean)).toBe(false);
      expect(["taut", "line"]).toContain(drawn);
    }
});
