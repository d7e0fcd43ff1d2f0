import { type Border, type Rect, type Vec2, borderOf, bounds, signedChebyshev } from "../geometry";
import { type Cell, pop, push } from "./cell-heap";

/** Half the frame's height may fall short of the best by this share; the area by twice as much. */
const HALF_HEIGHT_SLACK = 0.0007;
/** With a free ratio, the ratio searched may miss the best by this much of its logarithm. */
const RATIO_SLACK = 0.003;
/** Ratios worth considering when the ratio is free. */
const FREE_RATIOS: readonly [number, number] = [1 / 4, 4];

/** Cells looked at at most where something must be kept, for one ratio and for each of many: where it just fits they would hardly end. */
const MOST_CELLS = { one: 1200, each: 200 } as const;

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
function largestOfRatio(
  outline: readonly Vec2[],
  ratio: number,
  atLeast: number,
  keep: Rect | null,
  mostCells: number = MOST_CELLS.one,
): Rect | null {
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
  if (keep) {
    const near = leastAround(squeezed, [keep[0] / ratio, keep[1], keep[2] / ratio, keep[3]]);
    if (!near) return null;
    visit(near[0], near[1], 0);
  }
  for (let x = bx + size / 2; x < bx + bw + size / 2; x += size)
    for (let y = by + size / 2; y < by + bh + size / 2; y += size) visit(x, y, size / 2);
  let cells = 0;
  for (let cell = pop(queue); cell && cell.limit > best.half * (1 + HALF_HEIGHT_SLACK); cell = pop(queue)) {
    if (keep && ++cells > mostCells) break;
    const h = cell.half / 2;
    for (let k = 0; k < 4; k++) visit(cell.x + (k & 1 ? h : -h), cell.y + (k & 2 ? h : -h), h);
  }
  if (!found) return null;
  const { x, y, half } = best;
  return [(x - half) * ratio, y - half, 2 * half * ratio, 2 * half];
}

/** Parts of the way along which the smallest square around a rectangle may lie that are looked at. */
const ALONG = 64;

/**
 * The middle of a smallest square inside a border that holds a rectangle. In a larger one that holds it lies a smallest one
 * that does too, so there is none at all where there is none of these; they differ only along the rectangle's shorter side.
 */
function leastAround(border: Border, [left, top, w, h]: Rect): Vec2 | null {
  const half = Math.max(w, h) / 2;
  const [cx, cy] = [left + w / 2, top + h / 2];
  const [dx, dy] = [half - w / 2, half - h / 2];
  let best: Vec2 | null = null;
  let most = half;
  for (let i = 0; i <= ALONG; i++) {
    const t = (2 * i) / ALONG - 1;
    const [x, y] = [cx + t * dx, cy + t * dy];
    const reach = signedChebyshev(border, x, y);
    if (reach < most) continue;
    most = reach;
    best = [x, y];
  }
  return best;
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
  if (keep) return anyKeeping(outline, keep);
  // A good frame to begin with lets most of the search be dropped unseen.
  const [, , bw, bh] = bounds(outline);
  const first = largestOfRatio(outline, Math.min(FREE_RATIOS[1], Math.max(FREE_RATIOS[0], bw / bh)), 0, null);
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
      const result = largestOfRatio(outline, r, atLeast, null);
      if (!result) continue;
      const got = result[2] * result[3];
      if (got > area) {
        area = got;
        best = result;
      }
      if (half > RATIO_SLACK)
        next.push({ mid: mid - half / 2, half: half / 2 }, { mid: mid + half / 2, half: half / 2 });
    }
    layer = next;
  }
  return best && grown(outline, best);
}

/** Ratios looked at where something must be kept: an even row of their logarithms, and halvings about the best of it. */
const KEPT_RATIOS = 24;
const HALVINGS = 5;

/**
 * The largest frame of any ratio that holds a rectangle. What must be kept breaks the bound that intervals of ratios are
 * dropped by, so a row of ratios is looked through and the best closed in on; every side is then moved out as far as it goes.
 */
function anyKeeping(outline: readonly Vec2[], keep: Rect): Rect | null {
  const [low, high] = [Math.log(FREE_RATIOS[0]), Math.log(FREE_RATIOS[1])];
  let best: { readonly rect: Rect; readonly log: number } | null = null;
  const area = (): number => (best ? best.rect[2] * best.rect[3] : 0);
  const look = (log: number): void => {
    const ratio = Math.exp(log);
    const found = largestOfRatio(outline, ratio, Math.sqrt(area() / ratio) / 2, keep, MOST_CELLS.each);
    const rect = found && grown(outline, found);
    if (rect && rect[2] * rect[3] > area()) best = { rect, log };
  };
  const step = (high - low) / KEPT_RATIOS;
  for (let i = 0; i <= KEPT_RATIOS; i++) look(low + i * step);
  for (let n = 1; n <= HALVINGS && best; n++) {
    const { log } = best as { readonly log: number };
    look(log - step / 2 ** n);
    look(log + step / 2 ** n);
  }
  return (best as { readonly rect: Rect } | null)?.rect ?? null;
}

/** The rectangle with each side in turn moved out until it meets the outline. */
export function grown(outline: readonly Vec2[], rect: Rect): Rect {
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
