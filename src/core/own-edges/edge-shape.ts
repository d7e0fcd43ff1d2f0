import type { VanishingPoint } from "./directions";
import type { FlatEdges, IdealNodes } from "./own-edge";

/** Radial terms at most. */
export const MOST_TERMS = 3;
/** What tells of the lens at most: radial terms, and then the centre across and down. */
export const MOST_LENS = MOST_TERMS + 2;

/**
 * What one edge says, taken apart into its slope against a direction and its bow: the slope depends on lens, focal length
 * and attitude, the bow on the lens alone, and their noises are independent. First order in both.
 */
export class EdgeShape {
  /** Tangent of the angle between the edge and the direction it is held against; its deviation from the nodes alone. */
  slope = 0;
  slopeSigma = 1;
  /** Derivatives of the slope by what tells of the lens. */
  readonly slopeByLens = new Float64Array(MOST_LENS);
  /** By the direction's: the angle to the vanishing point turns by this a unit. */
  private turn: readonly [number, number, number] = [0, 0, 0];
  /** By which the direction turns as the edge's middle moves across it, a unit. */
  private turnByMiddle = 0;
  /** Squares of the bow's parts in their deviations, summed, and how many independent ones there are. */
  bow2 = 0;
  bowCount = 0;
  /** The bow's part in the normal equations of the lens. */
  readonly bowNormal = new Float64Array(MOST_LENS * MOST_LENS);
  readonly bowGradient = new Float64Array(MOST_LENS);
  /** Middle of the edge, ideal. */
  mx = 0;
  my = 0;
  /** Unit direction it is held against. */
  ux = 1;
  uy = 0;

  private readonly weights = new Float64Array(64);
  private readonly t = new Float64Array(64);
  private readonly moved = new Float64Array(64 * MOST_LENS);
  private readonly mean = new Float64Array(MOST_LENS);
  private readonly tilt = new Float64Array(MOST_LENS);

  /** @param centred whether the centre is solved for. */
  constructor(
    private readonly edges: FlatEdges,
    private readonly terms: number,
    private readonly centred = false,
  ) {}

  /**
   * Takes an edge to hand.
   *
   * @param towards null: its own direction; then there is a bow and no slope. @param deep whether what depends on the lens is
   * asked for, too: without it the derivatives are those of the edge before.
   */
  take(e: number, ideal: IdealNodes, towards: VanishingPoint | null, deep = true): void {
    const { starts, sigma } = this.edges;
    const from = starts[e]!;
    const count = starts[e + 1]! - from;
    const { x, y, along, across, centre } = ideal;
    let mx = 0;
    let my = 0;
    for (let i = 0; i < count; i++) {
      mx += x[from + i]!;
      my += y[from + i]!;
    }
    mx /= count;
    my /= count;
    this.direct(from, count, x, y, mx, my, towards);
    // Deviations across the edge as the lens stretches them, and the middle by their weights.
    let sum = 0;
    let wx = 0;
    let wy = 0;
    for (let i = 0; i < count; i++) {
      const n = from + i;
      const dx = x[n]! - centre[0];
      const dy = y[n]! - centre[1];
      const r = Math.sqrt(dx * dx + dy * dy);
      const c = r > 1e-9 ? (-this.uy * dx + this.ux * dy) / r : 0;
      const stretch2 = (c * c) / (along[n]! * along[n]!) + (1 - c * c) / (across[n]! * across[n]!);
      const w = 1 / (sigma[n]! * sigma[n]! * stretch2);
      this.weights[i] = w;
      sum += w;
      wx += w * x[n]!;
      wy += w * y[n]!;
    }
    this.mx = wx / sum;
    this.my = wy / sum;
    if (towards) this.direct(from, count, x, y, this.mx, this.my, towards);
    if (deep) this.measure(from, count, ideal, sum);
    else this.look(from, count, x, y);
    if (!towards) this.slope = 0;
  }

  /** Slope and bow alone. */
  private look(from: number, count: number, x: Float64Array, y: Float64Array): void {
    const { weights, t, mx, my, ux, uy } = this;
    let tt = 0;
    let tr = 0;
    for (let i = 0; i < count; i++) {
      const dx = x[from + i]! - mx;
      const dy = y[from + i]! - my;
      const along = ux * dx + uy * dy;
      const w = weights[i]! * along;
      t[i] = along;
      tt += w * along;
      tr += w * (-uy * dx + ux * dy);
    }
    this.slope = tr / tt;
    this.slopeSigma = 1 / Math.sqrt(tt);
    this.bow2 = 0;
    this.bowCount = Math.max(0, count - 2);
    if (count <= 2) return;
    for (let i = 0; i < count; i++) {
      const c = -uy * (x[from + i]! - mx) + ux * (y[from + i]! - my) - this.slope * t[i]!;
      this.bow2 += weights[i]! * c * c;
    }
  }

  private direct(
    from: number,
    count: number,
    x: Float64Array,
    y: Float64Array,
    mx: number,
    my: number,
    towards: VanishingPoint | null,
  ): void {
    let ux: number;
    let uy: number;
    if (towards) {
      const [vx, vy, vw] = towards.at;
      ux = vx - vw * mx;
      uy = vy - vw * my;
      const length2 = ux * ux + uy * uy;
      // The angle turns by cross(u, du) / |u|², where du = d(v_xy) − m d(v_w).
      this.turn = [-uy / length2, ux / length2, (uy * mx - ux * my) / length2];
      this.turnByMiddle = -vw / Math.sqrt(length2);
    } else {
      this.turnByMiddle = 0;
      let [xx, xy, yy] = [0, 0, 0];
      for (let i = 0; i < count; i++) {
        const dx = x[from + i]! - mx;
        const dy = y[from + i]! - my;
        xx += dx * dx;
        xy += dx * dy;
        yy += dy * dy;
      }
      const angle = 0.5 * Math.atan2(2 * xy, xx - yy);
      ux = Math.cos(angle);
      uy = Math.sin(angle);
    }
    const length = Math.sqrt(ux * ux + uy * uy) || 1;
    this.ux = ux / length;
    this.uy = uy / length;
  }

  private measure(from: number, count: number, ideal: IdealNodes, sum: number): void {
    const { terms, weights, t, moved, mean, tilt, mx, my, ux, uy } = this;
    const { x, y, along, across, centre } = ideal;
    const all = this.centred ? terms + 2 : terms;
    let tt = 0;
    let tr = 0;
    mean.fill(0);
    tilt.fill(0);
    for (let i = 0; i < count; i++) {
      const n = from + i;
      const dx = x[n]! - mx;
      const dy = y[n]! - my;
      const w = weights[i]!;
      t[i] = ux * dx + uy * dy;
      tt += w * t[i]! * t[i]!;
      tr += w * t[i]! * (-uy * dx + ux * dy);
      const cx = x[n]! - centre[0];
      const cy = y[n]! - centre[1];
      // ∂p/∂k_j = −(p − c) r^2j / slope, here across the edge.
      const from0 = -uy * cx + ux * cy;
      const off = -from0 / along[n]!;
      const s = cx * cx + cy * cy;
      let power = s;
      for (let j = 0; j < terms; j++) {
        moved[i * MOST_LENS + j] = off * power;
        power *= s;
      }
      if (this.centred) {
        // ∂p/∂c = 1 − J⁻¹, J⁻¹ being 1 / along outwards and 1 / across around.
        const part = s > 1e-12 ? (from0 / s) * (1 / along[n]! - 1 / across[n]!) : 0;
        moved[i * MOST_LENS + terms] = -uy * (1 - 1 / across[n]!) - part * cx;
        moved[i * MOST_LENS + terms + 1] = ux * (1 - 1 / across[n]!) - part * cy;
      }
      for (let j = 0; j < all; j++) {
        const g = moved[i * MOST_LENS + j]!;
        mean[j]! += (w * g) / sum;
        tilt[j]! += w * t[i]! * g;
      }
    }
    this.slope = tr / tt;
    this.slopeSigma = 1 / Math.sqrt(tt);
    for (let j = 0; j < all; j++) {
      tilt[j]! /= tt;
      this.slopeByLens[j] = tilt[j]! - this.turnByMiddle * mean[j]!;
    }
    this.bow2 = 0;
    this.bowCount = Math.max(0, count - 2);
    this.bowNormal.fill(0);
    this.bowGradient.fill(0);
    if (count > 2) {
      for (let i = 0; i < count; i++) {
        const n = from + i;
        const w = weights[i]!;
        const c = -uy * (x[n]! - mx) + ux * (y[n]! - my) - this.slope * t[i]!;
        this.bow2 += w * c * c;
        for (let j = 0; j < all; j++) {
          const g = moved[i * MOST_LENS + j]! - mean[j]! - tilt[j]! * t[i]!;
          this.bowGradient[j]! += w * g * c;
          for (let l = 0; l <= j; l++) {
            const h = moved[i * MOST_LENS + l]! - mean[l]! - tilt[l]! * t[i]!;
            this.bowNormal[j * MOST_LENS + l]! += w * g * h;
          }
        }
      }
    }
  }

  /** By how much the slope changes as the vanishing point moves. @param by its derivative. */
  slopeBy([x, y, w]: readonly [number, number, number]): number {
    return -(this.turn[0] * x + this.turn[1] * y + this.turn[2] * w);
  }
}
