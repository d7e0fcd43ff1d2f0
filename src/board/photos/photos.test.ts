import fc from "fast-check";
import type { PhotoOnBoard } from "@/client";
import { beside, latticeOf, rowsOf, touched } from "./lattice";
import { ALL, DENSITIES, ORDERS, bracketsAmong, bracketsOfThose, groupedBy, like, listed } from "./listing";
import { NONE, among, everything, inverse, turned, upTo } from "./selection";

const photo = (id: string, with_: Partial<PhotoOnBoard> = {}): PhotoOnBoard =>
  ({ id, name: `${id}.jpg`, camera: null, lens: null, format: "jpeg", focalMm: null, takenAt: null, versions: [], shown: null, blended: null, ...with_ }) as unknown as PhotoOnBoard; // prettier-ignore
const names = (photos: readonly PhotoOnBoard[]): string[] => photos.map((p) => p.id);
type Shown = NonNullable<PhotoOnBoard["shown"]>;
const state = (of: Shown["state"], figures: Shown["figures"] = null) => ({
  shown: { versionId: "v", revision: 1, state: of, deliveredAt: null, review: [], reviewIn: null, figures },
});

test("photos are listed by time, by name with its numbers, by how far they are; and backwards", () => {
  const all = [
    photo("a10", { takenAt: "2026-03-01T10:00:00Z", ...state("delivered") }),
    photo("a9", { takenAt: "2026-03-01T11:00:00Z", ...state("new") }),
    photo("b1", state("trued")),
  ];
  expect(names(listed(all, ALL))).toEqual(["a10", "a9", "b1"]);
  expect(names(listed(all, { ...ALL, order: "name" }))).toEqual(["a9", "a10", "b1"]);
  expect(names(listed(all, { ...ALL, order: "state" }))).toEqual(["a9", "b1", "a10"]);
  expect(names(listed(all, { ...ALL, order: "name", backwards: true }))).toEqual(["b1", "a10", "a9"]);
});

test("they are found by words of name, camera, lens and notes, all of which they must have; and by their state", () => {
  const all = [
    photo("yard", { lens: "Quarl 24", versions: [{ note: "north side" }] as PhotoOnBoard["versions"] }),
    photo("hall", { lens: "Quarl 18", ...state("trued") }),
  ];
  const found = (text: string) => names(listed(all, { ...ALL, text }));
  expect(found("quarl")).toEqual(["hall", "yard"]);
  expect(found(" QUARL  north ")).toEqual(["yard"]);
  expect(found("quarl south")).toEqual([]);
  expect(names(listed(all, { ...ALL, state: "trued" }))).toEqual(["hall"]);
});

test("what there is most of comes first, and what is not measured last", () => {
  const figures = (outOfTrue: number | null, kept: number) => ({ outOfTrue, stretch: 1 + kept, kept, madeUp: 0 });
  const all = [
    photo("a", state("trued", figures(0.1, 0.9))),
    photo("b", state("new")),
    photo("c", state("new", figures(2, 1))),
    photo("d", state("trued", figures(null, 0.6))),
  ];
  const by = (order: (typeof ORDERS)[number]) => names(listed(all, { ...ALL, order }));
  expect(by("out-of-true")).toEqual(["c", "a", "b", "d"]);
  expect(by("left-out")).toEqual(["d", "a", "c", "b"]);
  expect(by("stretch")).toEqual(["c", "a", "d", "b"]);
});

test("nothing is lost by ordering, whichever way", () => {
  const any = fc.array(fc.record({ id: fc.uuid(), takenAt: fc.option(fc.constantFrom("2026-01-01", "2026-01-02")) }));
  fc.assert(
    fc.property(any, fc.constantFrom(...ORDERS), fc.boolean(), (drawn, order, backwards) => {
      const all = drawn.map(({ id, takenAt }) => photo(id, { takenAt }));
      expect(names(listed(all, { ...ALL, order, backwards })).sort()).toEqual(names(all).sort());
    }),
  );
});

test("photos are chosen one by one, up to another, all and the others", () => {
  const order = ["a", "b", "c", "d", "e"];
  const one = turned(NONE, "b");
  expect([...upTo(one, "d", order).chosen]).toEqual(["b", "c", "d"]);
  expect([...upTo(upTo(one, "d", order), "a", order).chosen].sort()).toEqual(["a", "b", "c", "d"]);
  expect([...turned(one, "b").chosen]).toEqual([]);
  expect([...upTo(NONE, "c", order).chosen]).toEqual(["c"]);
  expect(everything(order).chosen.size).toBe(5);
  expect([...inverse(one, order).chosen]).toEqual(["a", "c", "d", "e"]);
  // Those not shown are no longer chosen.
  const few = among(everything(order), ["b", "e"]);
  expect([...few.chosen]).toEqual(["b", "e"]);
  expect(among(few, ["b", "e"])).toBe(few);
});

test("a rectangle touches just the places that it lies over", () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...DENSITIES),
      fc.integer({ min: 300, max: 2400 }),
      fc.integer({ min: 0, max: 60 }),
      fc.tuple(fc.integer({ min: 0, max: 2400 }), fc.integer({ min: 0, max: 4000 })),
      fc.tuple(fc.integer({ min: 0, max: 2400 }), fc.integer({ min: 0, max: 4000 })),
      (density, width, count, [x0, y0], [x1, y1]) => {
        const lattice = latticeOf(density, width);
        const rect = [Math.min(x0, x1), Math.min(y0, y1), Math.max(x0, x1), Math.max(y0, y1)] as const;
        const expected = Array.from({ length: count }, (_, i) => i).filter((i) => {
          const left = (i % lattice.columns) * (lattice.width + lattice.gap);
          const top = Math.floor(i / lattice.columns) * (lattice.height + lattice.gap);
          return (
            left <= rect[2] && left + lattice.width >= rect[0] && top <= rect[3] && top + lattice.height >= rect[1]
          );
        });
        expect(touched(lattice, rowsOf(lattice, [count], false), rect)).toEqual(expected);
        // The places fill the width.
        expect(lattice.columns * lattice.width + (lattice.columns - 1) * lattice.gap).toBeCloseTo(width, 6);
      },
    ),
  );
});

test("brackets are told by time and exposure, listed beside each other, and chosen by themselves", () => {
  const shot = (id: string, seconds: number, exposure: number) =>
    photo(id, {
      ...{ width: 3000, height: 2000, camera: "K3", lens: "Quarl", focalMm: 18, exposure },
      takenAt: new Date(Date.UTC(2026, 2, 1, 10, 0, seconds)).toISOString(),
    });
  const alone = shot("alone", 0, 3);
  const bracket = [shot("under", 100, 1), shot("right", 101, 3), shot("over", 103, 5)];
  const all = [bracket[2]!, alone, bracket[0]!, bracket[1]!];
  const brackets = bracketsAmong(all);
  expect(brackets.get("alone")).toBeUndefined();
  expect(bracket.map((p) => brackets.get(p.id))).toEqual(
    [1, 2, 3].map((number) => ({ of: "under", number, count: 3, all: ["right", "under", "over"] })),
  );
  expect(bracketsOfThose([bracket[2]!, alone, bracket[0]!], brackets)).toEqual([["right", "under", "over"]]);
  // What was blended of them is none of them.
  expect(bracketsAmong([...all, { ...bracket[1]!, id: "blend", blended: 3 }])).toEqual(brackets);
  expect(names(listed(all, { ...ALL, order: "bracket" }, brackets))).toEqual(["under", "right", "over", "alone"]);
  expect(names(listed(all, { ...ALL, state: "bracket" }, brackets))).toEqual(["under", "right", "over"]);
  expect(names(like([...all, photo("other", { camera: "K3", lens: "Ostrey" })], alone))).toEqual(names(all));
});

test("in groups every photo has one place, beneath its group's title, and the arrow keys go up and down to the nearest", () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 1, max: 9 }), { maxLength: 8 }), fc.integer({ min: 300, max: 2000 }), (counts, width) => {
      const lattice = latticeOf("small", width);
      const rows = rowsOf(lattice, counts, true);
      const places = rows.flatMap((r) => (r.title === null ? Array.from({ length: r.to - r.from }, (_, i) => r.from + i) : []));
      expect(places).toEqual(places.map((_, i) => i));
      expect(places).toHaveLength(counts.reduce((a, b) => a + b, 0));
      // Each row begins where the one before ends, each group with its title.
      rows.forEach((r, i) => expect(r.top).toBe(i === 0 ? 0 : rows[i - 1]!.top + rows[i - 1]!.height));
      expect(rows.filter((r) => r.title !== null).map((r) => r.title)).toEqual(counts.map((_, i) => i));
      for (const r of rows) {
        if (r.title !== null) continue;
        expect(r.to - r.from).toBeLessThanOrEqual(lattice.columns);
        // A whole row is touched by a rectangle within it.
        expect(touched(lattice, rows, [0, r.top + 1, width, r.top + 2])).toEqual(places.slice(r.from, r.to));
      }
      for (const i of places) {
        const below = beside(rows, i, 1);
        expect(below).toBeGreaterThanOrEqual(i);
        if (below > i) expect(beside(rows, below, -1)).toBeLessThanOrEqual(i);
      }
    }),
  ); // prettier-ignore
});

test("photos are put together by the place they were taken at, however they are ordered, and by their bracket", () => {
  const at = (id: string, minute: number, second = 0) =>
    photo(id, { takenAt: new Date(Date.UTC(2026, 2, 1, 10, minute, second)).toISOString() });
  const all = [at("a", 0), at("b", 1), at("c", 3, 1), at("d", 4), photo("e")];
  const grouped = (grouping: "none" | "place" | "bracket", shown = all, brackets: Parameters<typeof groupedBy>[3] = new Map()) =>
    groupedBy(grouping, shown, all, brackets).map((g) => [g.of, names(g.photos).join("")]); // prettier-ignore
  expect(grouped("none")).toEqual([[null, "abcde"]]);
  // More than two minutes lie between b and c.
  expect(grouped("place")).toEqual([[1, "ab"], [2, "cd"], [null, "e"]]); // prettier-ignore
  expect(grouped("place", [all[4]!, all[3]!, all[0]!])).toEqual([[2, "d"], [1, "a"], [null, "e"]]); // prettier-ignore
  const bracket = new Map(["b", "d"].map((id, i) => [id, { of: "b", number: i + 1, count: 2, all: ["b", "d"] }]));
  expect(grouped("bracket", all, bracket)).toEqual([["b", "bd"], [null, "ace"]]); // prettier-ignore
});
