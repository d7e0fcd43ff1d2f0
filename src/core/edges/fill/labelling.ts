import { MinCut } from "../../numerics";
import { type Shift, carried } from "./carry";
import type { Context } from "./context";
import type { Field } from "./field";
import { readField } from "./patch";

/** What a seam weighs against how well a shift explains its surroundings. */
const SEAM = 2.5;
const DATA = 2;
const SWEEPS = 2;
/** A pixel takes no shift that is worse for it alone by more than this. */
const WORSE = 0.03;

/** What each shift copies to each gap pixel and to the known ones beside it; NaN: nothing. */
function copies(field: Field, shifts: readonly Shift[], pixels: Int32Array): Float32Array[] {
  const at = new Float64Array(6);
  const colour = new Float64Array(3);
  return shifts.map((shift) => {
    const out = new Float32Array(3 * pixels.length).fill(NaN);
    for (let k = 0; k < pixels.length; k++) {
      const i = pixels[k]!;
      if (!carried(field, shift, (i % field.width) + 0.5, ((i / field.width) | 0) + 0.5, at)) continue;
      if (!readField(field, at[0]!, at[1]!, colour)) continue;
      out[3 * k] = colour[0]!;
      out[3 * k + 1] = colour[1]!;
      out[3 * k + 2] = colour[2]!;
    }
    return out;
  });
}

/**
 * Which shift each gap pixel is copied by: the one that its surroundings speak for, changing from one to another where that is
 * seen least. Alpha-expansion (Boykov, Veksler, Zabih 2001) over graph-cut seams (Kwatra and others 2003).
 *
 * @returns for each gap pixel the shift's index; −1 where none has anything to copy.
 */
export function label(field: Field, shifts: readonly Shift[], { pixels, costs }: Context): Int16Array {
  const { width, height, known, data } = field;
  const n = pixels.length;
  // Known pixels beside the gap come after the gap's own.
  const index = new Int32Array(width * height).fill(-1);
  pixels.forEach((i, k) => (index[i] = k));
  const rim: number[] = [];
  const neighbours = new Int32Array(4 * n).fill(-1);
  pixels.forEach((i, k) => {
    const [x, y] = [i % width, Math.floor(i / width)];
    const beside = [
      x > 0 ? i - 1 : -1,
      x + 1 < width ? i + 1 : -1,
      y > 0 ? i - width : -1,
      y + 1 < height ? i + width : -1,
    ];
    beside.forEach((j, side) => {
      if (j < 0) return;
      if (index[j]! < 0 && known[j]) {
        index[j] = n + rim.length;
        rim.push(j);
      }
      neighbours[4 * k + side] = index[j]!;
    });
  });
  const all = Int32Array.from([...pixels, ...rim]);
  const copied = copies(field, shifts, all);
  const unary = (s: number, k: number): number => {
    const c = costs[s]![k]!;
    let cost = DATA * Math.sqrt(Math.max(0, c));
    for (let side = 0; side < 4; side++) {
      const j = neighbours[4 * k + side]!;
      if (j < n) continue;
      // Beside what is known the copy must go on from it.
      const from = all[j]!;
      const seen = copied[s]!;
      if (Number.isNaN(seen[3 * j]!)) cost += SEAM * 0.3;
      else
        cost +=
          SEAM *
          2 *
          Math.hypot(
            seen[3 * j]! - data[3 * from]!,
            seen[3 * j + 1]! - data[3 * from + 1]!,
            seen[3 * j + 2]! - data[3 * from + 2]!,
          );
    }
    return cost;
  };
  const unaries = shifts.map((_, s) => {
    const own = new Float32Array(n);
    for (let k = 0; k < n; k++) own[k] = Number.isNaN(costs[s]![k]!) ? Infinity : unary(s, k);
    return own;
  });
  const labels = new Int16Array(n).fill(-1);
  for (let k = 0; k < n; k++) {
    let best = Infinity;
    for (let s = 0; s < shifts.length; s++)
      if (unaries[s]![k]! < best) {
        best = unaries[s]![k]!;
        labels[k] = s;
      }
  }
  const apart = (a: number, b: number, k: number): number => {
    if (a === b || a < 0 || b < 0) return 0;
    const [p, q] = [copied[a]!, copied[b]!];
    const r = p[3 * k]! - q[3 * k]!,
      g = p[3 * k + 1]! - q[3 * k + 1]!,
      bl = p[3 * k + 2]! - q[3 * k + 2]!;
    const d = r * r + g * g + bl * bl;
    return Number.isNaN(d) ? 0.3 : Math.sqrt(d);
  };
  const seam = (a: number, b: number, k: number, j: number): number =>
    a === b ? 0 : SEAM * (apart(a, b, k) + apart(a, b, j) + 0.004);
  const graph = new MinCut();
  const node = new Int32Array(n);
  for (let sweep = 0; sweep < SWEEPS; sweep++) {
    let changed = 0;
    const used = new Set(labels);
    for (let s = 0; s < shifts.length; s++) {
      // What nobody wanted at first nobody will want.
      if (sweep > 0 && !used.has(s)) continue;
      const own = unaries[s]!;
      const subset: number[] = [];
      for (let k = 0; k < n; k++) {
        node[k] = -1;
        if (labels[k]! < 0 || labels[k] === s || own[k] === Infinity) continue;
        if (own[k]! > unaries[labels[k]!]![k]! + WORSE) continue;
        node[k] = subset.length;
        subset.push(k);
      }
      if (subset.length === 0) continue;
      graph.begin(subset.length, 2 * subset.length);
      subset.forEach((k, v) => {
        graph.bind(v, own[k]! - unaries[labels[k]!]![k]!);
        for (let side = 0; side < 4; side++) {
          const j = neighbours[4 * k + side]!;
          if (j < 0 || j >= n || labels[j]! < 0) continue;
          const keep = seam(labels[k]!, labels[j]!, k, j);
          if (node[j]! < 0) {
            graph.bind(v, seam(s, labels[j]!, k, j) - keep);
            continue;
          }
          if (side !== 1 && side !== 3) continue;
          const other = seam(labels[k]!, s, k, j); // k keeps, j takes it
          const mine = seam(s, labels[j]!, k, j); // k takes it, j keeps
          graph.bind(v, mine - keep);
          graph.bind(node[j]!, -mine);
          graph.join(v, node[j]!, Math.max(0, other + mine - keep));
        }
      });
      graph.cut();
      subset.forEach((k, v) => {
        if (graph.isSecond(v)) {
          labels[k] = s;
          changed++;
        }
      });
    }
    if (changed === 0) break;
  }
  return labels;
}
