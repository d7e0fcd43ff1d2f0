import { groupSegments } from "../attitude";
import { type Intrinsics, centreOf, focalFromMetadata } from "../camera";
import type { Size } from "../geometry";
import { makeLens } from "../lens";
import { type Luminance, findSegments } from "../lines";
import { type FocalObservation, type OwnProposal, ownEdgesOf, proposalOf } from "../own-edges";

/** Longest edges that found lines are taken from; more say nothing new. */
const MOST = 1000;

/**
 * What can be proposed from a picture: lens, focal length and attitude where its edges tell them, else lines under the
 * camera's own focal length, or an assumed one, so that nothing is refused that Find lines would find.
 *
 * @param scale pixels of the image to one of the original. @param focal what the camera or a person tells, pixels of the original.
 * @returns null where not even lines tell how the camera was held.
 */
export function groundsOf(image: Luminance, scale: number, focal: FocalObservation | null): OwnProposal | null {
  const found = ownEdgesOf(image, { focal: focal && { ...focal, focalPx: focal.focalPx * scale } });
  if (!found) return fromLines(image, scale, focal);
  const own = proposalOf(found, scale);
  if (own.sigma.pitch < DOUBTFUL) return own;
  const lines = fromLines(image, scale, focal);
  return lines && Math.abs(lines.attitude.pitch - own.attitude.pitch) > CONTRADICTS * own.sigma.pitch ? lines : own;
}

/** A pitch known no better than this, degrees, is held against what lines say; they are believed beyond so many deviations. */
const DOUBTFUL = 0.5;
const CONTRADICTS = 4;

function fromLines(image: Luminance, scale: number, focal: FocalObservation | null): OwnProposal | null {
  const size: Size = [image.width, image.height];
  const lens = makeLens(size, null);
  const segments = findSegments(image, lens, { most: MOST });
  const focalPx = focal ? focal.focalPx * scale : focalFromMetadata(size, {}).focalPx;
  const camera: Intrinsics = { focalPx, principal: centreOf(size) };
  const { told, groups, attitude, sigma } = groupSegments(camera, lens, segments);
  if (!told || sigma.pitch === null || sigma.roll === null) return null;
  return {
    from: "lines",
    lens: {
      model: "brown-conrady",
      k: [0, 0, 0],
      centre: centreOf([size[0] / scale, size[1] / scale]),
      cornerPx: 0,
      sigmaPx: 0,
    },
    focal: {
      focalPx: focalPx / scale,
      sigmaPx: (focal?.sigma ?? 0) * (focalPx / scale),
      told: false,
      contradicted: null,
    },
    attitude,
    sigma: { pitch: sigma.pitch, roll: sigma.roll, yaw: sigma.yaw },
    rival: null,
    segments: segments.map(({ points: [a, b], sigmaPx }) => ({
      points: [
        [a[0] / scale, a[1] / scale],
        [b[0] / scale, b[1] / scale],
      ] as const,
      sigmaPx: sigmaPx / scale,
    })),
    groups,
  };
}
