import type { SegmentGroup } from "../attitude";
import type { Attitude } from "../camera";
import type { Vec2 } from "../geometry";
import type { Segment } from "../lines";
import type { OwnEdgesFound } from "./find-edges";
import type { FreeLens } from "./free-lens";
import type { OwnSolution } from "./solve";

/** What a picture proposes by itself, in pixels of the original; to be taken whole, in parts, or left. */
export interface OwnProposal {
  /** Told by the edges with the lens; by lines alone, under a focal length that the camera or nobody told; or the roll by a horizon. */
  readonly from: "own-edges" | "lines" | "horizon";
  readonly lens: {
    readonly model: OwnSolution["model"];
    readonly k: readonly [number, number, number];
    /** Of the distortion, pixels. */
    readonly centre: Vec2;
    /** Of the displacement at the picture's corner: how far it goes there, and its standard deviation. */
    readonly cornerPx: number;
    readonly sigmaPx: number;
    /** All that they say of it, for a pool of several photos; absent: nothing that could be pooled. */
    readonly freely?: FreeLens;
  };
  readonly focal: {
    readonly focalPx: number;
    readonly sigmaPx: number;
    /** Whether the picture tells it well enough to be taken. */
    readonly told: boolean;
    /** What was told beforehand and is contradicted, pixels; null: nothing. */
    readonly contradicted: number | null;
  };
  readonly attitude: Attitude;
  /** Degrees; yaw null where no wall is turned. */
  readonly sigma: { readonly pitch: number; readonly roll: number; readonly yaw: number | null };
  /** Another way the camera may have been held that the edges speak for about as much, degrees; null: there is none. */
  readonly rival: Pick<Attitude, "pitch" | "roll"> | null;
  readonly segments: readonly Segment[];
  readonly groups: readonly SegmentGroup[];
}

/** A focal length known to this share of itself is worth taking. */
const WORTH_TAKING = 0.03;
/** Two answers that differ by less than this in what speaks against them are about equally likely; … */
const ABOUT_EQUAL = 25;
/** … if they are two: degrees. */
const ANOTHER = 1;

/** @param scale pixels of the picture looked at to one of the original. */
export function proposalOf({ solution, edges, grouped }: OwnEdgesFound, scale = 1): OwnProposal {
  const { model, k, centre, size, focalPx, sigma, attitude, contradicted, rival, cost } = solution;
  const isAnother =
    rival !== null &&
    rival.cost < cost + ABOUT_EQUAL &&
    Math.hypot(rival.attitude.pitch - attitude.pitch, rival.attitude.roll - attitude.roll) > ANOTHER;
  const f = (2 * focalPx) / Math.hypot(size[0], size[1]);
  const corner = model === "equidistant" ? f * Math.atan(1 / f) - 1 : k[0] + k[1] + k[2];
  const unit = Math.hypot(size[0], size[1]) / (2 * scale);
  return {
    from: "own-edges",
    lens: {
      model,
      k,
      centre: [centre[0] / scale, centre[1] / scale],
      cornerPx: corner * unit,
      sigmaPx: sigma.cornerPx / scale,
      ...(model === "brown-conrady" && { freely: solution.freely }),
    },
    focal: {
      focalPx: focalPx / scale,
      sigmaPx: sigma.focalPx / scale,
      // A fisheye is nothing without it.
      told: model === "equidistant" || sigma.focalPx < WORTH_TAKING * focalPx,
      contradicted: contradicted === null ? null : contradicted / scale,
    },
    attitude,
    sigma: { pitch: sigma.pitch, roll: sigma.roll, yaw: sigma.yaw },
    rival: isAnother ? rival.attitude : null,
    segments: edges.map(({ points, sigmaPx }) => ({
      points: points.map(([x, y]) => [x / scale, y / scale] as const) as unknown as Segment["points"],
      sigmaPx: sigmaPx / scale,
    })),
    groups: grouped.groups,
  };
}
