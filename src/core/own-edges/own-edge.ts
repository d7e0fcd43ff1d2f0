import type { Size, Vec2 } from "../geometry";
import type { EdgeNode } from "../lines";

/** An edge of the picture as a chain of places along it: something that is straight in reality, or seems so. */
export interface OwnEdge {
  readonly nodes: readonly EdgeNode[];
}

/**
 * Edges in plain arrays, in half diagonals about the middle of the picture: what is gone through thousands of times.
 * Edge e has the nodes starts[e] … starts[e + 1] − 1.
 */
export interface FlatEdges {
  readonly count: number;
  readonly starts: Int32Array;
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly sigma: Float64Array;
}

export function flatEdges(edges: readonly OwnEdge[], size: Size): FlatEdges {
  const unit = Math.hypot(size[0], size[1]) / 2;
  const nodes = edges.flatMap((e) => e.nodes);
  const starts = new Int32Array(edges.length + 1);
  edges.forEach((e, i) => (starts[i + 1] = starts[i]! + e.nodes.length));
  return {
    count: edges.length,
    starts,
    x: Float64Array.from(nodes, (n) => (n.place[0] - size[0] / 2) / unit),
    y: Float64Array.from(nodes, (n) => (n.place[1] - size[1] / 2) / unit),
    sigma: Float64Array.from(nodes, (n) => n.sigmaPx / unit),
  };
}

/** The same edges without the lens: where each node ideally lies, and how the lens stretches there. */
export interface IdealNodes {
  /** Of the distortion. */
  readonly centre: Vec2;
  readonly x: Float64Array;
  readonly y: Float64Array;
  /** Slope of the recorded radius over the ideal one, and their quotient. */
  readonly along: Float64Array;
  readonly across: Float64Array;
  /** Unit direction outwards from the centre; nothing at the centre itself. */
  readonly outX: Float64Array;
  readonly outY: Float64Array;
  /** By which squared lengths shrink outwards and around: 1 / along², 1 / across². */
  readonly along2: Float64Array;
  readonly across2: Float64Array;
}

/** The lens must not come nearer to folding the picture than this slope. */
const LEAST_SLOPE = 0.1;

const MIDDLE: Vec2 = [0, 0];

interface Undone {
  readonly k: readonly number[];
  readonly centre: Vec2 | null;
  readonly ideal: IdealNodes | null;
}

/** What was asked for last: a fit asks for the place it has come to several times. */
const lately = new WeakMap<FlatEdges, Undone[]>();
const REMEMBERED = 2;

/** As undone, remembered while the same is asked for again. */
export function idealNodes(edges: FlatEdges, k: readonly number[], centre: Vec2 | null): IdealNodes | null {
  const known = lately.get(edges) ?? [];
  const same = known.find(
    (u) =>
      u.k.length === k.length &&
      u.k.every((v, i) => v === k[i]) &&
      u.centre?.[0] === centre?.[0] &&
      u.centre?.[1] === centre?.[1],
  );
  if (same) return same.ideal;
  const ideal = undone(edges, k, centre);
  lately.set(edges, [{ k, centre, ideal }, ...known].slice(0, REMEMBERED));
  return ideal;
}

/**
 * Undoes r_d = r (1 + k1 r² + k2 r⁴ + k3 r⁶) about the centre for every node.
 *
 * @returns null where the lens folds the picture within the nodes.
 */
function undone({ x, y }: FlatEdges, k: readonly number[], centre: Vec2 | null): IdealNodes | null {
  const n = x.length;
  const [k1 = 0, k2 = 0, k3 = 0] = k;
  const [cx, cy] = centre ?? MIDDLE;
  const made = (): Float64Array => new Float64Array(n);
  const out = {
    centre: centre ?? MIDDLE,
    x: made(),
    y: made(),
    along: made(),
    across: made(),
    outX: made(),
    outY: made(),
    along2: made(),
    across2: made(),
  };
  for (let i = 0; i < n; i++) {
    const dx = x[i]! - cx;
    const dy = y[i]! - cy;
    const rd = Math.sqrt(dx * dx + dy * dy);
    let r = rd;
    let s = r * r;
    let across = 1 + s * (k1 + s * (k2 + s * k3));
    let along = 1 + s * (3 * k1 + s * (5 * k2 + s * 7 * k3));
    for (let round = 0; round < 30; round++) {
      if (!(along > LEAST_SLOPE)) return null;
      const step = (r * across - rd) / along;
      r -= step;
      s = r * r;
      across = 1 + s * (k1 + s * (k2 + s * k3));
      along = 1 + s * (3 * k1 + s * (5 * k2 + s * 7 * k3));
      if (Math.abs(step) < 1e-14) break;
    }
    if (!(along > LEAST_SLOPE && across > LEAST_SLOPE)) return null;
    out.x[i] = cx + dx / across;
    out.y[i] = cy + dy / across;
    out.along[i] = along;
    out.across[i] = across;
    const per = rd > 1e-9 ? 1 / rd : 0;
    out.outX[i] = dx * per;
    out.outY[i] = dy * per;
    out.along2[i] = 1 / (along * along);
    out.across2[i] = 1 / (across * across);
  }
  return out;
}

/** Starts are weighed and followed on this many edges. */
const LOOKED_AT = 260;

/** The longest edges, three nodes of each. */
export function longestOf(edges: readonly OwnEdge[]): OwnEdge[] {
  const length = ({ nodes }: OwnEdge): number => {
    const [a, b] = [nodes[0]!.place, nodes[nodes.length - 1]!.place];
    return Math.hypot(a[0] - b[0], a[1] - b[1]);
  };
  return [...edges]
    .sort((a, b) => length(b) - length(a))
    .slice(0, LOOKED_AT)
    .map(({ nodes }) => ({
      nodes: nodes.length <= 3 ? nodes : [nodes[0]!, nodes[nodes.length >> 1]!, nodes[nodes.length - 1]!],
    }));
}
