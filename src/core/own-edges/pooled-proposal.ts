import type { Size } from "../geometry";
import { centreOfPool, pooledLens, pooledSigmaAt } from "./pool";
import type { OwnProposal } from "./proposal";

/** What a photo proposes, and its size, pixels of the original. */
export interface PooledPhoto {
  readonly proposal: OwnProposal;
  readonly size: Size;
}

/** What several photos say of the lens that they were taken through at one setting. */
export interface LensOfSeveral {
  readonly lens: OwnProposal["lens"];
  /** Photos that it comes from. */
  readonly count: number;
}

/** From fewer photos no lens is pooled: with two nobody could tell which of them is right. */
export const LEAST_POOLED = 3;

/**
 * The lens of a photo as its own edges tell it together with those of others at the same setting.
 *
 * @returns null where too few tell anything, or where the photo's own edges say clearly otherwise: it is cropped, or was taken through another.
 */
export function lensOfSeveral(photo: PooledPhoto, others: readonly PooledPhoto[]): LensOfSeveral | null {
  const all = [photo, ...others].flatMap(({ proposal: { lens }, size }) =>
    lens.freely ? [{ freely: lens.freely, size }] : [],
  );
  if (!photo.proposal.lens.freely || all.length < LEAST_POOLED) return null;
  const pooled = pooledLens(all);
  const count = all.length - pooled.disagree.length;
  if (pooled.disagree.includes(0) || count < LEAST_POOLED) return null;
  const unit = Math.hypot(...photo.size) / 2;
  const [k1, k2, k3] = pooled.k;
  return {
    count,
    lens: {
      model: "brown-conrady",
      k: pooled.k,
      centre: centreOfPool(pooled.centre, photo.size),
      cornerPx: (k1 + k2 + k3) * unit,
      sigmaPx: pooledSigmaAt(pooled, 1) * unit,
    },
  };
}
