/** What a step of one row between neighbouring columns costs, in pixels called by the wrong name, and the most it costs. */
const STEP = 0.35;
const MOST_STEP = 30;

/**
 * One end of the sky in each column, rows from the top: what the fewest pixels speak against, by dynamic programming from column
 * to column.
 *
 * @param sky 1 where a pixel may be sky.
 */
export function bestEnds(sky: Uint8Array, width: number, height: number): Float64Array {
  const from: Int32Array[] = [];
  let cost = new Float64Array(height + 1);
  for (let x = 0; x < width; x++) {
    // What an end at each row costs in this column: those above it that are no sky, those below that are.
    const own = new Float64Array(height + 1);
    let below = 0;
    for (let y = 0; y < height; y++) below += sky[y * width + x]!;
    let above = 0;
    own[0] = below;
    for (let y = 0; y < height; y++) {
      const is = sky[y * width + x]!;
      above += 1 - is;
      below -= is;
      own[y + 1] = above + below;
    }
    const { best, origin } = x === 0 ? { best: cost, origin: new Int32Array(height + 1) } : stepped(cost);
    from.push(origin);
    cost = best.map((v, y) => v + own[y]!);
  }
  const ends = new Float64Array(width);
  let y = cost.indexOf(Math.min(...cost));
  for (let x = width - 1; x >= 0; x--) {
    ends[x] = y;
    y = from[x]![y]!;
  }
  return ends;
}

/** The least cost of coming to each row from any of the column before, and from which. */
function stepped(cost: Float64Array): { best: Float64Array; origin: Int32Array } {
  const best = Float64Array.from(cost);
  const origin = Int32Array.from(cost, (_, y) => y);
  const take = (y: number, other: number, add: number): void => {
    if (best[other]! + add >= best[y]!) return;
    best[y] = best[other]! + add;
    origin[y] = origin[other]!;
  };
  for (let y = 1; y < cost.length; y++) take(y, y - 1, STEP);
  for (let y = cost.length - 2; y >= 0; y--) take(y, y + 1, STEP);
  const least = cost.indexOf(Math.min(...cost));
  for (let y = 0; y < cost.length; y++)
    if (cost[least]! + MOST_STEP < best[y]!) {
      best[y] = cost[least]! + MOST_STEP;
      origin[y] = least;
    }
  return { best, origin };
}
