import { nextInTurn, yieldsTo } from "./turns";

const NOW = 100_000;
const task = (seconds: number | undefined, waitedMs = 0, yielded = 0) => ({
  since: NOW - waitedMs,
  yielded,
  limits: seconds === undefined ? {} : { seconds },
});
const next = (all: readonly ReturnType<typeof task>[], most = Infinity) => nextInTurn(all, most, NOW);

test("the lightest is next; without seconds, the one that came first", () => {
  expect(next([])).toBe(-1);
  expect(next([task(5), task(1), task(3)])).toBe(1);
  expect(next([task(undefined, 10), task(undefined, 50), task(undefined, 20)])).toBe(1);
});

test("who waits grows lighter: a heavy task is not held up for ever", () => {
  expect(next([task(6, 4000), task(1)])).toBe(1);
  expect(next([task(6, 5500), task(1)])).toBe(0);
});

test("what was ended for others comes after all of them, however long it waits", () => {
  expect(next([task(1, 900_000, 1), task(60)])).toBe(1);
  expect(next([task(1, 0, 1)])).toBe(0);
});

test("where only light ones may begin, heavy ones wait", () => {
  expect(next([task(6, 60_000), task(0.9), task(0.4)], 1)).toBe(2);
  expect(next([task(6, 60_000)], 1)).toBe(-1);
});

test("what takes long makes way for others, but not for the same work, and where it says so only for what is lighter", () => {
  const of = (limits: Parameters<typeof yieldsTo>[0]["limits"], yielded = 0) => ({ limits, yielded });
  expect(yieldsTo(of({}), of({}))).toBe(true);
  expect([yieldsTo(of({}, 1), of({}, 1)), yieldsTo(of({}), of({}, 1))]).toEqual([true, false]);
  // The photo that is looked at ahead is the very one that somebody now asks about: ended, all of it would be done again.
  const ahead = { seconds: 3600, yieldsToLighter: true };
  expect(yieldsTo(of({ ...ahead, work: "a" }), of({ seconds: 4, work: "a" }))).toBe(false);
  expect(yieldsTo(of({ ...ahead, work: "a" }), of({ seconds: 4, work: "b" }))).toBe(true);
  // Of many photos that arrive together each is looked at to its end.
  expect(yieldsTo(of({ ...ahead, work: "a" }), of({ ...ahead, work: "b" }))).toBe(false);
});
