import { type Mat3, invert3 } from "../geometry";
import { type Quad, depthOf, quadToQuad, squareToQuad } from "./quad";

/** Rounds in which a place is followed back through a face whose edges slide, and how exactly, pixels. */
const ROUNDS = 24;
const EXACT = 1e-6;

/**
 * How far along an edge a homography carries what lies at s = 0…1 of it, as a share. @param ratio the depth at the edge's end over
 * that at its beginning.
 */
export const carriedAlong = (ratio: number, s: number): number => (ratio * s) / (1 - s + ratio * s);

/** A face's edge that another face has too: the depths' ratio as seen from there, and how much of the way to it this face goes, 0…1. */
export interface Meeting {
  readonly ratio: number;
  readonly share: number;
}
export type Meetings = readonly [Meeting | null, Meeting | null, Meeting | null, Meeting | null];

/**
 * One face: what lies in a quad is carried to another by the one homography that its corners tell. Two faces' homographies need not
 * agree along an edge they share; there they meet half way, or where one of them is to be flat, at its place, and what is inside
 * follows, less and less away from the edge.
 */
export class FacePatch {
  private readonly matrix: Mat3;
  private readonly inverse: Mat3;
  private readonly toSquare: Mat3;
  /** Depths of the corners in the square's own homography. */
  private readonly depths: readonly number[];
  /** Depth at each edge's end over that at its beginning. */
  readonly ratios: readonly [number, number, number, number];
  private shared: Meetings = [null, null, null, null];
  private slides = false;

  /** @throws RangeError where corners are in line. */
  constructor(
    readonly from: Quad,
    readonly to: Quad,
  ) {
    this.matrix = quadToQuad(from, to);
    this.inverse = invert3(this.matrix);
    const square = squareToQuad(from);
    this.toSquare = invert3(square);
    this.depths = (
      [
        [0, 0],
        [1, 0],
        [1, 1],
        [0, 1],
      ] as const
    ).map((c) => depthOf(square, c));
    const d = from.map((c) => depthOf(this.matrix, c));
    this.ratios = [d[1]! / d[0]!, d[2]! / d[1]!, d[3]! / d[2]!, d[0]! / d[3]!];
  }

  /** Says which edges are shared, and with what. */
  meet(shared: Meetings): void {
    this.shared = shared;
    this.slides = shared.some((m) => m !== null && m.share > 0);
  }

  /** How far an edge slides at s, as a share of it, to meet its neighbour. */
  private slideAt(side: number, s: number): number {
    const other = this.shared[side]!;
    if (other === null || other.share === 0) return 0;
    const theirs = 1 - carriedAlong(other.ratio, 1 - s);
    return other.share * (theirs - carriedAlong(this.ratios[side]!, s));
  }

  /** How far an edge slides at the most, pixels outside: by so much the face is not flat. */
  slideOf(side: number): number {
    const [a, b] = [this.to[side]!, this.to[(side + 1) % 4]!];
    let most = 0;
    for (let k = 1; k < 16; k++) most = Math.max(most, Math.abs(this.slideAt(side, k / 16)));
    return most * Math.hypot(b[0] - a[0], b[1] - a[1]);
  }

  /** How far what lies at a place inside slides, pixels outside; written to `out`. */
  private slideInside(x: number, y: number, out: [number, number]): void {
    const [m, d] = [this.toSquare, this.depths];
    const w = m[6] * x + m[7] * y + m[8];
    const a = (m[0] * x + m[1] * y + m[2]) / w;
    const b = (m[3] * x + m[4] * y + m[5]) / w;
    const along = [a, b, 1 - a, 1 - b];
    const near = [1 - b, a, b, 1 - a];
    out[0] = out[1] = 0;
    for (let side = 0; side < 4; side++) {
      if (this.shared[side] === null) continue;
      const [t, from, to] = [along[side]!, d[side]!, d[(side + 1) % 4]!];
      const s = (t * to) / ((1 - t) * from + t * to);
      const by = this.slideAt(side, Math.max(0, Math.min(1, s))) * near[side]!;
      const [p, q] = [this.to[side]!, this.to[(side + 1) % 4]!];
      out[0] += by * (q[0] - p[0]);
      out[1] += by * (q[1] - p[1]);
    }
  }

  private readonly slide: [number, number] = [0, 0];

  /** Where a place inside goes; the first two of `out`. */
  forward(x: number, y: number, out: Float64Array): void {
    const m = this.matrix;
    const w = m[6] * x + m[7] * y + m[8];
    let [px, py] = [(m[0] * x + m[1] * y + m[2]) / w, (m[3] * x + m[4] * y + m[5]) / w];
    if (this.slides) {
      this.slideInside(x, y, this.slide);
      px += this.slide[0];
      py += this.slide[1];
    }
    out[0] = px;
    out[1] = py;
  }

  /** Where a place outside came from. */
  back(x: number, y: number, out: Float64Array): void {
    const m = this.inverse;
    let [tx, ty] = [x, y];
    for (let n = 0; n < ROUNDS; n++) {
      const w = m[6] * tx + m[7] * ty + m[8];
      out[0] = (m[0] * tx + m[1] * ty + m[2]) / w;
      out[1] = (m[3] * tx + m[4] * ty + m[5]) / w;
      if (!this.slides) return;
      this.slideInside(out[0]!, out[1]!, this.slide);
      const [nx, ny] = [x - this.slide[0], y - this.slide[1]];
      const off = Math.abs(nx - tx) + Math.abs(ny - ty);
      tx = nx;
      ty = ny;
      if (off < EXACT) return;
    }
  }
}

/** An edge of a face: its face's number and side. */
export type Edge = readonly [face: number, side: number];

/** The two ends of a side among a face's joints. */
export const endsOfSide = <T>(joints: readonly T[], side: number): readonly [T, T] => [
  joints[side]!,
  joints[(side + 1) % 4]!,
];

/** Edges that two faces have in common, each pair once; of three faces on one edge the first two. */
export function sharedEdges(faces: readonly { readonly joints: readonly string[] }[]): (readonly [Edge, Edge])[] {
  const first = new Map<string, Edge | null>();
  const found: (readonly [Edge, Edge])[] = [];
  faces.forEach(({ joints }, f) => {
    for (let side = 0; side < 4; side++) {
      const key = [...endsOfSide(joints, side)].sort().join("\n");
      const other = first.get(key);
      if (other) {
        found.push([other, [f, side]]);
        first.set(key, null);
      } else if (other === undefined) first.set(key, [f, side]);
    }
  });
  return found;
}

/** Patches that meet along the edges they share: a rectangle stays flat where its neighbour is none. */
export function joined(
  quads: readonly { from: Quad; to: Quad; rectangle: boolean }[],
  shared: readonly (readonly [Edge, Edge])[],
): FacePatch[] {
  const patches = quads.map(({ from, to }) => new FacePatch(from, to));
  const meetings = patches.map((): [Meeting | null, Meeting | null, Meeting | null, Meeting | null] => [
    null,
    null,
    null,
    null,
  ]);
  for (const [[f, side], [g, other]] of shared) {
    const [one, two] = [quads[f]!.rectangle, quads[g]!.rectangle];
    const share = one === two ? 0.5 : one ? 0 : 1;
    meetings[f]![side] = { ratio: patches[g]!.ratios[other]!, share };
    meetings[g]![other] = { ratio: patches[f]!.ratios[side]!, share: 1 - share };
  }
  patches.forEach((patch, f) => patch.meet(meetings[f]!));
  return patches;
}
