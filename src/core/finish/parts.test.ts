import { FINISH_PARTS, type FinishPart, type FinishSettings, NO_FINISH, isPartSet, withoutPart } from ".";

const SET: FinishSettings = {
  ...NO_FINISH,
  exposure: 1,
  curve: [[0, 0.1], [1, 1]], // prettier-ignore
  warmth: 0.4,
  masks: [{ id: "w", kind: "wash", on: true, ends: [[1, 1], [2, 2]], exposure: 1 }], // prettier-ignore
  even: 1,
  blur: 0.8,
  output: { amount: 1, radius: 1, threshold: 0 },
};
const PARTS = Object.keys(FINISH_PARTS) as FinishPart[];

test("every setting belongs to one part", () => {
  const all = PARTS.flatMap((p) => FINISH_PARTS[p] as readonly string[]);
  expect(new Set(all).size).toBe(all.length);
  expect([...Object.keys(SET), "noise"].filter((k) => k !== "on" && !all.includes(k))).toEqual([]);
});

test.each(PARTS)("without %s all else stays, and nothing of it is left", (part) => {
  expect(isPartSet(SET, part)).toBe(true);
  const without = withoutPart(SET, part);
  expect(isPartSet(without, part)).toBe(false);
  for (const other of PARTS.filter((p) => p !== part))
    for (const key of FINISH_PARTS[other]) expect(without[key]).toEqual(SET[key]);
  expect(PARTS.reduce(withoutPart, SET)).toEqual(NO_FINISH);
});
