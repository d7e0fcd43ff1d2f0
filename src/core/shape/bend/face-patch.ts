import { type Mat3, type Rect, type Vec2, bounds, invert3, lerp2 } from "../../geometry";
import { type Quad, depthOf, inQuad, quadToQuad, squareToQuad } from "./quad";
import { type Edge, endsOfSide } from "./shared-edges";
import type { Chart, FlatView } from "./sight";

/** Rounds in which a place is followed back through a face whose edges slide, and how exactly, pixels. */
const ROUNDS = 24;
const EXACT = 1e-6;
/** A face lies in the box around so many places of its sides, but for so much of it. */
const BOX_PARTS = 16;
const BOX_MARGIN = 0.01;

export function boxAround(places: readonly Vec2[]): Rect {
  const [x, y, w, h] = bounds(places);
  const more = BOX_MARGIN * (w + h);
  return [x - more, y - more, w + 2 * more, h + 2 * more];
}

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
  /** Depth at each edge's end over that at its beginning, as rays of one length come: alike for all views of one edge. */
  readonly ratios: readonly number[];
  /** The same of the view itself. */
  private readonly viewed: readonly number[];
  private shared: Meetings = [null, null, null, null];
  private slides = false;
  /** Of the plane, what the face lies in. */
  private readonly box: Rect | null;
  private readonly chart: Chart | null;

  /**
   * @param from corners where straight things are straight: on the plane, or where that is bent, in a flat view of its own.
   * @param view the way into that view, and how deep the corners' rays go into it; null where the plane is flat.
   * @throws RangeError where corners are in line.
   */
  constructor(
    readonly from: Quad,
    readonly to: Quad,
    view: Pick<FlatView, "chart" | "depths"> | null = null,
  ) {
    const chart = (this.chart = view?.chart ?? null);
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
    const along = (depths: readonly number[]): number[] => depths.map((depth, i) => depths[(i + 1) % 4]! / depth);
    this.viewed = along(view?.depths ?? [1, 1, 1, 1]);
    this.ratios = along(d).map((r, side) => r * this.viewed[side]!);
    this.box = chart && boxAround([0, 1, 2, 3].flatMap((side) => this.alongSide(side)));
  }

  /** Places of the plane along a side, `parts` + 1 of them, evenly in the view in which it is straight. */
  alongSide(side: number, parts = BOX_PARTS): Vec2[] {
    const [a, b] = endsOfSide(this.from, side);
    return Array.from({ length: parts + 1 }, (_, k) => {
      const p = lerp2(a, b, k / parts);
      return this.chart ? (this.chart.from(p) ?? p) : p;
    });
  }

  /**
   * The place of the plane on a side, next to one that may lie beside it, as it is seen where the side is straight; the first two of
   * `out`. @returns false where it cannot be seen there.
   */
  nextOn(side: number, x: number, y: number, out: Float64Array): boolean {
    const { chart, at } = this;
    if (!chart) {
      at[0] = x;
      at[1] = y;
    } else if (!chart.to(x, y, at)) return false;
    const [a, b] = [this.from[side]!, this.from[(side + 1) % 4]!];
    const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
    const t = Math.max(0, Math.min(1, ((at[0]! - a[0]) * dx + (at[1]! - a[1]) * dy) / (dx * dx + dy * dy)));
    const p: Vec2 = [a[0] + t * dx, a[1] + t * dy];
    const place = chart ? chart.from(p) : p;
    if (!place) return false;
    out[0] = place[0];
    out[1] = place[1];
    return true;
  }

  /** Whether a place of the plane lies in the face, its border included. */
  holds(x: number, y: number): boolean {
    if (!this.chart || !this.box) return inQuad(this.from, x, y);
    const [left, top, w, h] = this.box;
    if (x < left || y < top || x > left + w || y > top + h) return false;
    return this.chart.to(x, y, this.at) && inQuad(this.from, this.at[0]!, this.at[1]!);
  }

  private readonly at = new Float64Array(2);

  /** Says which edges are shared, and with what. */
  meet(shared: Meetings): void {
    this.shared = shared;
    this.slides = shared.some((m) => m !== null && m.share > 0);
  }

  /** How far an edge slides at s, as a share of it, to meet its neighbour. */
  private slideAt(side: number, s: number): number {
    const other = this.shared[side]!;
    if (other === null || other.share === 0) return 0;
    const viewed = this.viewed[side]!;
    return other.share * (carriedAlong(1 / (other.ratio * viewed), s) - carriedAlong(this.ratios[side]! / viewed, s));
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
    if (this.chart?.to(x, y, this.at)) this.ahead(this.at[0]!, this.at[1]!, out);
    else this.ahead(x, y, out);
  }

  /** Where a place outside came from. */
  back(x: number, y: number, out: Float64Array): void {
    this.behind(x, y, out);
    const p = this.chart?.from([out[0]!, out[1]!]);
    if (!p) return;
    out[0] = p[0];
    out[1] = p[1];
  }

  private ahead(x: number, y: number, out: Float64Array): void {
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

  private behind(x: number, y: number, out: Float64Array): void {
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

/** Patches that meet along the edges they share: a rectangle stays flat where its neighbour is none. */
export function joined(
  quads: readonly { view: FlatView; to: Quad; rectangle: boolean }[],
  shared: readonly (readonly [Edge, Edge])[],
): FacePatch[] {
  const patches = quads.map(({ view, to }) => new FacePatch(view.quad, to, view));
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
