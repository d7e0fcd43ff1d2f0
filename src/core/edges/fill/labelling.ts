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
export function label(field: Field, shifts: readonly Shift[], context: Context): Int16Array {
  const { costs } = context;
  const around = surroundings(field, context.pixels);
  const copied = copies(field, shifts, around.all);
  const unaries = shifts.map((_, s) => unary(field, around, copied[s]!, costs[s]!));
  const labels = cheapest(unaries, around.count);
  const expansion = new Expansion(around, unaries, labels, copied);
  for (let sweep = 0; sweep < SWEEPS; sweep++) {
    const used = new Set(labels);
    let changed = 0;
    for (let s = 0; s < shifts.length; s++)
      // What nobody wanted at first nobody will want.
      if (sweep === 0 || used.has(s)) changed += expansion.towards(s);
    if (changed === 0) break;
  }
  return labels;
}

/** The gap's pixels and what is beside them. */
interface Surroundings {
  /** The gap's pixels, so many, and after them the known ones beside it. */
  readonly all: Int32Array;
  readonly count: number;
  /** Of each gap pixel the four beside it (left, right, above, below) as places of `all`; −1: none. */
  readonly neighbours: Int32Array;
}

function surroundings({ width, height, known }: Field, pixels: Int32Array): Surroundings {
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
  return { all: Int32Array.from([...pixels, ...rim]), count: n, neighbours };
}

/** What it costs each gap pixel by itself to take a shift; Infinity where the shift has nothing to copy. */
function unary({ data }: Field, around: Surroundings, seen: Float32Array, costs: Float32Array): Float32Array {
  const { all, count, neighbours } = around;
  const own = new Float32Array(count).fill(Infinity);
  for (let k = 0; k < count; k++) {
    if (Number.isNaN(costs[k]!)) continue;
    let cost = DATA * Math.sqrt(Math.max(0, costs[k]!));
    for (let side = 0; side < 4; side++) {
      const j = neighbours[4 * k + side]!;
      if (j < count) continue;
      // Beside what is known the copy must go on from it.
      const from = all[j]!;
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
    own[k] = cost;
  }
  return own;
}

/** The shift that is cheapest for each gap pixel by itself; −1: none. */
function cheapest(unaries: readonly Float32Array[], count: number): Int16Array {
  const labels = new Int16Array(count).fill(-1);
  for (let k = 0; k < count; k++) {
    let best = Infinity;
    for (let s = 0; s < unaries.length; s++)
      if (unaries[s]![k]! < best) {
        best = unaries[s]![k]!;
        labels[k] = s;
      }
  }
  return labels;
}

/** Lets pixels take one shift, as many of them as makes all cheaper. */
class Expansion {
  private readonly around: Surroundings;
  private readonly unaries: readonly Float32Array[];
  private readonly labels: Int16Array;
  private readonly copied: readonly Float32Array[];
  private readonly graph = new MinCut();
  /** Of each pixel that may change its node of the graph; −1: it may not. */
  private readonly node: Int32Array;

  /** @param labels are changed in place. */
  constructor(
    around: Surroundings,
    unaries: readonly Float32Array[],
    labels: Int16Array,
    copied: readonly Float32Array[],
  ) {
    this.around = around;
    this.unaries = unaries;
    this.labels = labels;
    this.copied = copied;
    this.node = new Int32Array(around.count);
  }

  /** How far what two shifts copy to a pixel is apart. */
  private apart(a: number, b: number, k: number): number {
    if (a === b || a < 0 || b < 0) return 0;
    const [p, q] = [this.copied[a]!, this.copied[b]!];
    const r = p[3 * k]! - q[3 * k]!,
      g = p[3 * k + 1]! - q[3 * k + 1]!,
      bl = p[3 * k + 2]! - q[3 * k + 2]!;
    const d = r * r + g * g + bl * bl;
    return Number.isNaN(d) ? 0.3 : Math.sqrt(d);
  }

  private seam(a: number, b: number, k: number, j: number): number {
    return a === b ? 0 : SEAM * (this.apart(a, b, k) + this.apart(a, b, j) + 0.004);
  }

  /** The pixels that may take a shift: those that it is not much worse for by themselves. */
  private willing(s: number): number[] {
    const { node, labels, unaries } = this;
    const own = unaries[s]!;
    const subset: number[] = [];
    for (let k = 0; k < this.around.count; k++) {
      node[k] = -1;
      if (labels[k]! < 0 || labels[k] === s || own[k] === Infinity) continue;
      if (own[k]! > unaries[labels[k]!]![k]! + WORSE) continue;
      node[k] = subset.length;
      subset.push(k);
    }
    return subset;
  }

  /** Binds a pixel to those beside it: a seam between two shifts costs what it shows. */
  private bindBeside(s: number, k: number, v: number): void {
    const { node, labels, graph } = this;
    const { neighbours, count } = this.around;
    for (let side = 0; side < 4; side++) {
      const j = neighbours[4 * k + side]!;
      if (j < 0 || j >= count || labels[j]! < 0) continue;
      const keep = this.seam(labels[k]!, labels[j]!, k, j);
      if (node[j]! < 0) {
        graph.bind(v, this.seam(s, labels[j]!, k, j) - keep);
        continue;
      }
      if (side !== 1 && side !== 3) continue;
      const other = this.seam(labels[k]!, s, k, j); // k keeps, j takes it
      const mine = this.seam(s, labels[j]!, k, j); // k takes it, j keeps
      graph.bind(v, mine - keep);
      graph.bind(node[j]!, -mine);
      graph.join(v, node[j]!, Math.max(0, other + mine - keep));
    }
  }

  /** @returns how many pixels have taken the shift. */
  towards(s: number): number {
    const subset = this.willing(s);
    if (subset.length === 0) return 0;
    const { graph, labels, unaries } = this;
    graph.begin(subset.length, 2 * subset.length);
    subset.forEach((k, v) => {
      graph.bind(v, unaries[s]![k]! - unaries[labels[k]!]![k]!);
      this.bindBeside(s, k, v);
    });
    graph.cut();
    let changed = 0;
    subset.forEach((k, v) => {
      if (!graph.isSecond(v)) return;
      labels[k] = s;
      changed++;
    });
    return changed;
  }
}
