import type { OwnLens } from "@/core/contract";
import { type FocalObservation, ownEdgesOf } from "@/core/own-edges";
import { greenLight } from "./reading/luminance";

export interface OwnLensOrder {
  readonly file: string;
  /** What metadata tell, pixels. */
  readonly focal: FocalObservation | null;
}

/** What the own edges of a picture file say of its lens; null where they tell nothing, or that it is a fisheye, of which nothing can be pooled. @throws Problem 422 for a damaged file. */
export async function ownLensIn({ file, focal }: OwnLensOrder): Promise<OwnLens["seen"]> {
  const found = ownEdgesOf(await greenLight(file), { focal });
  if (!found || found.solution.model === "equidistant") return null;
  const { size, k, focalPx, sigma, freely } = found.solution;
  return {
    size: [size[0], size[1]],
    k: [k[0], k[1], k[2]],
    focalPx,
    sigmaCornerPx: sigma.cornerPx,
    freely: {
      k: [freely.k[0], freely.k[1], freely.k[2]],
      centre: [freely.centre[0], freely.centre[1]],
      covariance: freely.covariance.map((row) => [...row]),
    },
  };
}
