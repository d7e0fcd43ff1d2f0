import type { Vec2 } from "../../geometry";
import { type Anchor, coverage, hasSource } from "./anchors";
import type { Candidate } from "./candidates";
import { type Shift, carried, farFetched } from "./carry";
import type { Field } from "./field";
import { patchAt, unlikeness } from "./patch";

/** Two shifts of one normal that lead a place to within this of each other are one, pixels of the finest field. */
const SAME = 0.3;
/** Half the side of the patches by which shifts are compared, pixels of that field, and of how many anchors around. */
const RADIUS = 7;
/** What no shift explains costs this much, mean square of colours 0…1. */
const UNEXPLAINED = 0.05;
const place = new Float64Array(6);

/** So many of the best repeats are taken whatever the anchors say: small patches cannot tell them. */
const SURE = 8;

/** The least that another shift must save, as a share of what all anchors cost without any. */
const WORTH = 0.0001;

/**
 * The few shifts that together explain all anchors best: greedily the one that saves most, over a table of what each costs
 * at each anchor (facility location).
 *
 * @param repeats by which whole surroundings agree with themselves, the best first.
 */
export function chooseShifts(
  full: Field,
  field: Field,
  anchors: readonly Anchor[],
  found: readonly (readonly Candidate[])[],
  scale: number,
  most: number,
  repeats: readonly Candidate[],
): Shift[] {
  const all = [...repeats, ...found.flat().sort((a, b) => a.cost - b.cost)];
  const pool: Shift[] = [];
  const keys = new Map<string, Vec2[]>();
  const sure: number[] = [];
  for (const [which, { shift }] of all.entries()) {
    const n = shift.normal.map((v) => v.toFixed(3)).join();
    const [fx, fy] = field.focal;
    const size: Vec2 = [
      Math.hypot(shift.by[0], shift.by[2]) * fx * Math.sign(shift.by[0] || 1),
      shift.by[1] * fy + shift.by[2] * fx,
    ];
    const list = keys.get(n) ?? [];
    if (!keys.has(n)) keys.set(n, list);
    if (list.some((p) => Math.abs(p[0] - size[0]) < SAME && Math.abs(p[1] - size[1]) < SAME)) continue;
    list.push(size);
    if (which < repeats.length) sure.push(pool.length);
    pool.push(shift);
  }
  const patches = anchors.map(({ at }) =>
    patchAt(field, Math.floor(at[0] / scale), Math.floor(at[1] / scale), RADIUS, true),
  );
  // Two columns an anchor: for what is nearest beyond it, and for the whole way through the gap.
  const table = pool.map((shift) => {
    const costs = new Float64Array(2 * anchors.length).fill(UNEXPLAINED);
    anchors.forEach((anchor, i) => {
      const patch = patches[i];
      if (!patch || !carried(field, shift, patch.x, patch.y, place)) return;
      const far = farFetched(field, place[0]! - patch.x, place[1]! - patch.y);
      const cost = unlikeness(field, patch, shift, true, UNEXPLAINED - far) + far;
      if (!(cost < UNEXPLAINED)) return;
      const share = coverage(full, shift, anchor);
      if (share > 0) costs[2 * i] = cost;
      if (share === 1) costs[2 * i + 1] = cost;
    });
    return costs;
  });
  const best = new Float64Array(2 * anchors.length).fill(UNEXPLAINED);
  const total = UNEXPLAINED * best.length;
  const chosen: Shift[] = [];
  const used = new Set<number>();
  for (const k of sure.slice(0, SURE)) {
    used.add(k);
    chosen.push(pool[k]!);
    table[k]!.forEach((c, i) => (best[i] = Math.min(best[i]!, c)));
  }
  const savedBy = (costs: Float64Array): number => {
    let sum = 0;
    for (let i = 0; i < best.length; i++) if (costs[i]! < best[i]!) sum += best[i]! - costs[i]!;
    return sum;
  };
  // What a shift saves only becomes less as others are chosen: it is reckoned anew only where it might still be the most (Minoux, 1978).
  const atMost = new Float64Array(pool.length).fill(Infinity);
  while (chosen.length < most) {
    let [which, saved] = [-1, WORTH * total];
    for (let k = 0; k < pool.length; k++) {
      if (atMost[k]! <= saved || used.has(k)) continue;
      atMost[k] = savedBy(table[k]!);
      if (atMost[k]! > saved) [which, saved] = [k, atMost[k]!];
    }
    if (which < 0) break;
    used.add(which);
    chosen.push(pool[which]!);
    table[which]!.forEach((c, i) => (best[i] = Math.min(best[i]!, c)));
  }
  cover(field, pool, table, chosen, used);
  return chosen;
}

/** Adds shifts until every gap pixel has something to copy, the likeliest first. */
function cover(
  field: Field,
  pool: readonly Shift[],
  table: readonly Float64Array[],
  chosen: Shift[],
  used: Set<number>,
): void {
  const { width, height, wanted } = field;
  let open: number[] = [];
  for (let y = 0; y < height; y += 2)
    for (let x = 0; x < width; x += 2) if (wanted[y * width + x]) open.push(y * width + x);
  const left = (shift: Shift, list: readonly number[]): number[] =>
    list.filter((i) => !hasSource(field, shift, (i % width) + 0.5, Math.floor(i / width) + 0.5));
  for (const shift of chosen) open = left(shift, open);
  const mean = table.map((costs) => costs.reduce((a, b) => a + b, 0) / costs.length);
  const plain = plainShifts(field);
  const tries = [
    ...pool.map((shift, k) => ({ shift, k, cost: mean[k]! })),
    ...plain.map((shift) => ({ shift, k: -1, cost: UNEXPLAINED })),
  ];
  for (let turn = 0; open.length > 0 && turn < 24; turn++) {
    let best = { shift: null as Shift | null, k: -1, worth: 0, rest: open };
    for (const { shift, k, cost } of tries) {
      if (k >= 0 && used.has(k)) continue;
      const some = open.filter((_, i) => i % Math.ceil(open.length / 200) === 0);
      const worth = (some.length - left(shift, some).length) / (0.002 + cost);
      if (worth > best.worth) best = { shift, k, worth, rest: open };
    }
    if (!best.shift) return;
    if (best.k >= 0) used.add(best.k);
    chosen.push(best.shift);
    open = left(best.shift, open);
  }
}

/** Plain shifts of the picture in eight directions by several parts of its size. */
function plainShifts({ width, height, focal: [fx, fy] }: Field): Shift[] {
  const shifts: Shift[] = [];
  for (const part of [0.04, 0.08, 0.15, 0.25, 0.4])
    for (const [x, y] of [
      [1, 0],
      [-1, 0],
      [0, 1],
      [0, -1],
      [1, 1],
      [1, -1],
      [-1, 1],
      [-1, -1],
    ] as const)
      shifts.push({ normal: [0, 0, 1], by: [(x * part * width) / fx, (y * part * height) / fy, 0] });
  return shifts;
}
