import { draggedFrame, handleAt, handlePlace } from "./frame-handles";

const frame = [100, 50, 300, 200] as const;

test("the whole frame moves without changing its size", () => {
  expect(draggedFrame(frame, { x: 0, y: 0 }, [-120.4, 30.2], null)).toEqual([-20, 80, 300, 200]);
});

test("a corner moves two sides, the opposite corner stays", () => {
  expect(draggedFrame(frame, { x: 1, y: 1 }, [20, -30], null)).toEqual([100, 50, 320, 170]);
  expect(draggedFrame(frame, { x: -1, y: -1 }, [20, -30], null)).toEqual([120, 20, 280, 230]);
});

test("with a ratio the other side follows", () => {
  const [x, y, w, h] = draggedFrame(frame, { x: -1, y: -1 }, [-30, 0], 1.5);
  expect(w / h).toBeCloseTo(1.5, 2);
  expect([x + w, y + h]).toEqual([400, 250]);
  const [, , sideW, sideH] = draggedFrame(frame, { x: 1, y: 0 }, [60, 0], 1.5);
  expect([sideW, sideH]).toEqual([360, 240]);
});

test("a frame never turns inside out", () => {
  const [, , w, h] = draggedFrame(frame, { x: 1, y: 1 }, [-1000, -1000], null);
  expect(Math.min(w, h)).toBeGreaterThan(0);
});

test("handles are found within reach, then the inside, then nothing", () => {
  expect(handlePlace(frame, { x: 1, y: 0 })).toEqual([400, 150]);
  expect(handleAt(frame, [398, 152], 6)).toEqual({ x: 1, y: 0 });
  expect(handleAt(frame, [250, 120], 6)).toEqual({ x: 0, y: 0 });
  expect(handleAt(frame, [20, 20], 6)).toBeNull();
});
