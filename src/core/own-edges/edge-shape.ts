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
  private turnX = 0;
  private turnY = 0;
  private turnW = 0;
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
    const { x, y, outX, outY, along2, across2 } = ideal;
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
    const { ux, uy } = this;
    for (let i = 0; i < count; i++) {
      const n = from + i;
      const c = ux * outY[n]! - uy * outX[n]!;
      const s = sigma[n]!;
      const w = 1 / (s * s * (c * c * along2[n]! + (1 - c * c) * across2[n]!));
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
      const vw = towards.at[2];
      ux = towards.at[0] - vw * mx;
      uy = towards.at[1] - vw * my;
      const length2 = ux * ux + uy * uy;
      // The angle turns by cross(u, du) / |u|², where du = d(v_xy) − m d(v_w).
      this.turnX = -uy / length2;
      this.turnY = ux / length2;
      this.turnW = (uy * mx - ux * my) / length2;
      this.turnByMiddle = -vw / Math.sqrt(length2);
    } else {
      this.turnByMiddle = 0;
      let xx = 0;
      let xy = 0;
      let yy = 0;
      for (let i = 0; i < count; i++) {
        const dx = x[from + i]! - mx;
        const dy = y[from + i]! - my;
        xx += dx * dx;
        xy += dx * dy;
        yy += dy * dy;
      }
      // Half the angle of (xx − yy, 2 xy), by its larger part.
      const d = xx - yy;
      const h = Math.sqrt(d * d + 4 * xy * xy);
      if (d >= 0) {
        ux = h > 0 ? Math.sqrt((h + d) / (2 * h)) : 1;
        uy = h > 0 ? xy / (h * ux) : 0;
      } else {
        uy = xy < 0 ? -Math.sqrt((h - d) / (2 * h)) : Math.sqrt((h - d) / (2 * h));
        ux = xy / (h * uy);
      }
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
  slopeBy(by: readonly [number, number, number]): number {
    return -(this.turnX * by[0] + this.turnY * by[1] + this.turnW * by[2]);
  }
}
