import type { Rect, Vec2 } from "@/core/geometry";

/** Depth of the sheet's paper margins, CSS pixels: bubbles and ruler. */
export const MARGIN = { top: 58, left: 52 } as const;
/** Room left around a fitted picture, CSS pixels; below there is the bar. */
const PADDING = { side: 14, top: 10, bottom: 60 } as const;

/** The part of the sheet inside its margins. */
export const fieldOf = ([width, height]: Vec2): Rect => [
  MARGIN.left,
  MARGIN.top,
  Math.max(1, width - MARGIN.left),
  Math.max(1, height - MARGIN.top),
];

/** Where a fitted picture goes. */
export function fittedField(sheet: Vec2): Rect {
  const [x, y, w, h] = fieldOf(sheet);
  return [
    x + PADDING.side,
    y + PADDING.top,
    Math.max(1, w - 2 * PADDING.side),
    Math.max(1, h - PADDING.top - PADDING.bottom),
  ];
}

/**
 * Distance between numbered ruler marks, in the ruler's unit: 1, 2 or 5 times a power of ten, at least `least` apart on screen.
 *
 * @param scale screen pixels to a unit. @param smallest step: pixels are not divided.
 */
export function rulerStep(scale: number, least = 70, smallest = 1): number {
  const wanted = least / scale;
  const power = 10 ** Math.floor(Math.log10(wanted));
  const factor = [1, 2, 5, 10].find((f) => f * power >= wanted)!;
  return Math.max(smallest, factor * power);
}

/**
 * Places for bubbles along a margin, as near as can be (in least squares) to where they want to be, in the same order,
 * at least `gap` apart, within low…high. By pooling adjacent violators of x − i·gap.
 */
export function spread(wanted: readonly number[], gap: number, low: number, high: number): number[] {
  const order = wanted.map((_, i) => i).sort((a, b) => wanted[a]! - wanted[b]! || a - b);
  const pools: { sum: number; count: number }[] = [];
  order.forEach((at, i) => {
    pools.push({ sum: wanted[at]! - i * gap, count: 1 });
    for (let n = pools.length; n > 1; n = pools.length) {
      const [a, b] = [pools[n - 2]!, pools[n - 1]!];
      if (a.sum / a.count <= b.sum / b.count) break;
      pools.splice(n - 2, 2, { sum: a.sum + b.sum, count: a.count + b.count });
    }
  });
  const last = Math.max(low, high - (order.length - 1) * gap);
  const places = new Array<number>(wanted.length);
  let i = 0;
  for (const { sum, count } of pools)
    for (let k = 0; k < count; k++, i++) places[order[i]!] = Math.min(last, Math.max(low, sum / count)) + i * gap;
  return places;
}

/**
 * Where a line from `from` to `to` comes into sight within a field, seen from `from`; null where none of it does. By
 * Liang and Barsky's clipping of a line to a rectangle.
 */
export function firstSeen(from: Vec2, to: Vec2, [x, y, w, h]: Rect): Vec2 | null {
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  let [enters, leaves] = [0, 1];
  for (const [step, room] of [
    [-dx, from[0] - x],
    [dx, x + w - from[0]],
    [-dy, from[1] - y],
    [dy, y + h - from[1]],
  ] as const) {
    if (step === 0 && room < 0) return null;
    if (step < 0) enters = Math.max(enters, room / step);
    if (step > 0) leaves = Math.min(leaves, room / step);
  }
  return enters <= leaves ? [from[0] + dx * enters, from[1] + dy * enters] : null;
}
