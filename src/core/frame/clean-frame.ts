import { type Border, type Rect, type Vec2, borderOf, bounds, signedChebyshev } from "../geometry";

/** Half the frame's height may fall short of the best by this share; the area by twice as much. */
const HALF_HEIGHT_SLACK = 0.0007;
/** With a free ratio, the ratio searched may miss the best by this much of its logarithm. */
const RATIO_SLACK = 0.003;
/** Ratios worth considering when the ratio is free. */
const FREE_RATIOS: readonly [number, number] = [1 / 4, 4];

/** Cells looked at at most: where a frame with everything in it is just possible or just not, they would never end. */
const MOST_CELLS = 20_000;

interface Cell {
  readonly x: number;
  readonly y: number;
  readonly half: number;
  /** No centre in this cell allows a larger half height. */
  readonly limit: number;
}

/**
 * Largest frame of one ratio inside a simple polygon.
 *
 * Squeezing x by the ratio turns the frame into a square and the question into the pole of
 * inaccessibility under the Chebyshev distance, which is 1-Lipschitz: a cell of half size h about
 * a centre at distance d holds nothing better than d + h, nor than its opposite walls allow.
 * Cells that cannot beat the best are dropped, so the result is within HALF_HEIGHT_SLACK of the optimum.
 * What must stay inside asks every centre for a square that reaches to its far side, which is 1-Lipschitz as well.
 *
 * @param keep what must lie inside, plane units; null: nothing.
 * @returns the frame, or null when nothing reaches `atLeast` (half height, plane units).
 */
function largestOfRatio(outline: readonly Vec2[], ratio: number, atLeast: number, keep: Rect | null): Rect | null {
  const squeezed = borderOf(outline, ratio);
  const turned: Border = { x: squeezed.y, y: squeezed.x };
  const [x0, by, w, bh] = bounds(outline);
  const [bx, bw] = [x0 / ratio, w / ratio];
  const size = Math.min(bw, bh) / 2;
  if (!(size > 0)) return null;
  let best = { x: bx, y: by, half: atLeast };
  let found = false;
  const queue: Cell[] = [];
  const asked = keep ? farSide([keep[0] / ratio, keep[1], keep[2] / ratio, keep[3]]) : () => 0;
  const visit = (x: number, y: number, half: number): void => {
    const reach = signedChebyshev(squeezed, x, y);
    const least = asked(x, y);
    if (reach + half < least - half) return;
    if (reach > best.half && reach >= least) {
      best = { x, y, half: reach };
      found = true;
    }
    const goal = best.half * (1 + HALF_HEIGHT_SLACK);
    let limit = reach + half;
    if (limit > goal && reach > 0)
      limit = Math.min(limit, betweenWalls(squeezed, x, y, half, goal), betweenWalls(turned, y, x, half, goal));
    if (limit > goal) push(queue, { x, y, half, limit });
  };
  // The middle first: it is the answer when nothing was moved.
  visit(bx + bw / 2, by + bh / 2, 0);
  for (let x = bx + size / 2; x < bx + bw + size / 2; x += size)
    for (let y = by + size / 2; y < by + bh + size / 2; y += size) visit(x, y, size / 2);
  let cells = 0;
  for (let cell = pop(queue); cell && cell.limit > best.half * (1 + HALF_HEIGHT_SLACK); cell = pop(queue)) {
    if (++cells > MOST_CELLS) break;
    const h = cell.half / 2;
    for (let k = 0; k < 4; k++) visit(cell.x + (k & 1 ? h : -h), cell.y + (k & 2 ? h : -h), h);
  }
  if (!found) return null;
  const { x, y, half } = best;
  return [(x - half) * ratio, y - half, 2 * half * ratio, 2 * half];
}

/** How far the far side of a rectangle is from a place, under the Chebyshev distance. */
const farSide =
  ([left, top, w, h]: Rect) =>
  (x: number, y: number): number =>
    Math.max(x - left, left + w - x, y - top, top + h - y);

/**
 * Half the free height over the strip of x that every square of half side `goal` centred in the cell
 * covers: no such square can be taller. Infinity when there is no such strip.
 */
function betweenWalls(border: Border, x: number, y: number, half: number, goal: number): number {
  const left = x + half - goal;
  const right = x - half + goal;
  if (!(right > left)) return Infinity;
  const xs = border.x;
  const ys = border.y;
  let above = -Infinity;
  let below = Infinity;
  for (let i = 0, j = xs.length - 1; i < xs.length; j = i++) {
    const ax = xs[j]!;
    const bx = xs[i]!;
    if ((ax <= left && bx <= left) || (ax >= right && bx >= right) || ax === bx) continue;
    const slope = (ys[i]! - ys[j]!) / (bx - ax);
    const y0 = ys[j]! + slope * (Math.min(Math.max(ax, left), right) - ax);
    const y1 = ys[j]! + slope * (Math.min(Math.max(bx, left), right) - ax);
    if (Math.min(y0, y1) <= y - half) above = Math.max(above, Math.min(y0, y1));
    else if (Math.max(y0, y1) >= y + half) below = Math.min(below, Math.max(y0, y1));
  }
  return (below - above) / 2;
}

/** A binary heap with the highest limit on top. */
function push(heap: Cell[], cell: Cell): void {
  let i = heap.push(cell) - 1;
  for (; i > 0;) {
    const parent = (i - 1) >> 1;
    if (heap[parent]!.limit >= cell.limit) break;
    heap[i] = heap[parent]!;
    i = parent;
  }
  heap[i] = cell;
}

function pop(heap: Cell[]): Cell | undefined {
  const top = heap[0];
  const last = heap.pop();
  if (!top || !last || heap.length === 0) return top;
  let i = 0;
  for (;;) {
    let child = 2 * i + 1;
    if (child >= heap.length) break;
    if (child + 1 < heap.length && heap[child + 1]!.limit > heap[child]!.limit) child++;
    if (heap[child]!.limit <= last.limit) break;
    heap[i] = heap[child]!;
    i = child;
  }
  heap[i] = last;
  return top;
}

/**
 * Largest axis-parallel rectangle inside a simple polygon, of a given ratio (width / height) or of any.
 * Its area is within 0.5 % of the best there is (with a free ratio, of the best between 1:4 and 4:1).
 *
 * For the free ratio: shrinking one side turns a frame of ratio a·eᵟ into one of ratio a at a cost of a
 * factor e^−|δ| in area, which bounds what an interval of ratios can hold.
 *
 * @param keep what must lie inside, plane units; null: nothing.
 * @returns the rectangle in plane units, or null when the polygon has no inside, or none that holds what must be kept.
 */
export function cleanFrame(outline: readonly Vec2[], ratio: number | null, keep: Rect | null = null): Rect | null {
  if (outline.length < 3) return null;
  if (ratio !== null) return largestOfRatio(outline, ratio, 0, keep);
  // A good frame to begin with lets most of the search be dropped unseen.
  const [, , bw, bh] = bounds(outline);
  const first = largestOfRatio(outline, Math.min(FREE_RATIOS[1], Math.max(FREE_RATIOS[0], bw / bh)), 0, keep);
  let best = first && grown(outline, first);
  let area = best ? best[2] * best[3] : 0;
  const slack = (1 + HALF_HEIGHT_SLACK) ** 2;
  const [low, high] = [Math.log(FREE_RATIOS[0]), Math.log(FREE_RATIOS[1])];
  const parts = 8;
  const width = (high - low) / parts / 2;
  let layer = Array.from({ length: parts }, (_, i) => ({ mid: low + width * (2 * i + 1), half: width }));
  while (layer.length > 0) {
    const next: typeof layer = [];
    for (const { mid, half } of layer) {
      const r = Math.exp(mid);
      // What this ratio must reach for its whole interval to be worth anything.
      const worth = (area * (1 + RATIO_SLACK)) / Math.exp(half) / slack;
      const atLeast = Math.sqrt(worth / r) / 2;
      // Bounds an interval also where something must be kept: without that there is at least as much room.
      const free = largestOfRatio(outline, r, atLeast, null);
      if (!free) continue;
      const result = keep ? largestOfRatio(outline, r, atLeast, keep) : free;
      if (result && result[2] * result[3] > area) {
        area = result[2] * result[3];
        best = result;
      }
      if (half > RATIO_SLACK)
        next.push({ mid: mid - half / 2, half: half / 2 }, { mid: mid + half / 2, half: half / 2 });
    }
    layer = next;
  }
  return best && grown(outline, best);
}

/** The rectangle with each side in turn moved out until it meets the outline. */
function grown(outline: readonly Vec2[], rect: Rect): Rect {
  let [x0, y0, x1, y1] = [rect[0], rect[1], rect[0] + rect[2], rect[1] + rect[3]];
  const swapped = outline.map(([x, y]): Vec2 => [y, x]);
  x1 = reachRight(outline, x1, y0, y1);
  x0 = -reachRight(
    outline.map(([x, y]): Vec2 => [-x, y]),
    -x0,
    y0,
    y1,
  );
  y1 = reachRight(swapped, y1, x0, x1);
  y0 = -reachRight(
    swapped.map(([y, x]): Vec2 => [-y, x]),
    -y0,
    x0,
    x1,
  );
  return [x0, y0, x1 - x0, y1 - y0];
}

/** How far right a side at `from`, reaching over y in (low, high), can go before the outline enters. */
function reachRight(outline: readonly Vec2[], from: number, low: number, high: number): number {
  let reach = Infinity;
  for (let i = 0, j = outline.length - 1; i < outline.length; j = i++) {
    const [a, b] = outline[j]![1] <= outline[i]![1] ? [outline[j]!, outline[i]!] : [outline[i]!, outline[j]!];
    const [from_, to] = [Math.max(a[1], low), Math.min(b[1], high)];
    if (!(to > from_)) continue;
    const xAt = (y: number): number => a[0] + ((b[0] - a[0]) * (y - a[1])) / (b[1] - a[1]);
    const nearest = Math.min(xAt(from_), xAt(to));
    if (nearest >= from - 1e-9) reach = Math.min(reach, nearest);
  }
  return reach === Infinity ? from : Math.max(from, reach);
}

/** The frame drawn in to whole pixels, so that a pixel of the delivery is a pixel of the corrected plane. */
export function wholePixels([x, y, w, h]: Rect): Rect {
  const [x0, y0] = [Math.ceil(x - 1e-6), Math.ceil(y - 1e-6)];
  return [x0, y0, Math.max(1, Math.floor(x + w + 1e-6) - x0), Math.max(1, Math.floor(y + h + 1e-6) - y0)];
}
