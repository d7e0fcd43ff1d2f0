import { type Attitude, equivalentOf } from "../camera";
import type { Size } from "../geometry";
import type { OwnProposal } from "./proposal";

/** A displacement is said as it is measured: to a tenth of a pixel where it is known so well. */
const px = (value: number, sigma: number): string => `${Math.abs(value).toFixed(sigma < 1 ? 1 : 0)} px`;

/** A bow within this many of its deviations is none. */
const NONE = 2;

/** A bow at the corner known no better than this, half diagonals, deserves a word. */
const VAGUE = 0.004;

/** What a picture says by itself, in sentences: the lens, the focal length, and what contradicts or is not known. */
export function ownWords({ lens, focal, rival }: OwnProposal, size: Size): string[] {
  const words: string[] = [];
  const { model, cornerPx, sigmaPx } = lens;
  if (model === "equidistant")
    words.push(
      `The lens is a fisheye of ${equivalentOf(size, focal.focalPx).toFixed(1)} mm ± ${((100 * focal.sigmaPx) / focal.focalPx).toFixed(1)} % (35 mm equivalent): no lens of the other kind bows so much.`,
    );
  else if (Math.abs(cornerPx) < NONE * sigmaPx)
    words.push(`The lens is straight within ± ${px(sigmaPx, sigmaPx)} at the corner.`);
  else
    words.push(
      `The lens bows ${cornerPx < 0 ? "outwards (barrel)" : "inwards (pincushion)"}: by ${px(cornerPx, sigmaPx)} ± ${px(sigmaPx, sigmaPx)} at the corner.`,
    );
  const share = sigmaPx / (Math.hypot(size[0], size[1]) / 2);
  if (share > VAGUE)
    words.push(
      `Its edges hardly reach the corners, so the bow there is known to ± ${(100 * share).toFixed(1)} % only. An edge traced near a corner (Lens, 1) would tell most.`,
    );
  const mm = (f: number): string => `${equivalentOf(size, f).toFixed(1)} mm`;
  if (focal.contradicted !== null)
    words.push(
      `The picture contradicts the focal length it came with: it shows ${mm(focal.focalPx)} (35 mm equivalent), not ${mm(focal.contradicted)}. Was it cropped, or a converter on the lens?`,
    );
  else if (!focal.told)
    words.push(
      "The picture does not tell the focal length: it shows too little that runs in two directions, or the camera was held level. The one it came with is kept.",
    );
  if (rival)
    words.push(
      `Another reading is about as likely: tipped by ${rival.pitch.toFixed(1)}°, rolled by ${rival.roll.toFixed(1)}°. Draw a plumb along something that surely stands.`,
    );
  return words;
}

const degrees = (value: number, sigma: number): string =>
  `${Math.abs(value).toFixed(sigma < 0.05 ? 2 : 1)}° ± ${sigma < 0.01 ? "0.01" : sigma.toFixed(sigma < 0.095 ? 2 : 1)}`;

/** How the camera was held, in words. @param sigma degrees; yaw's null where no wall is turned. */
export function heldWords({ pitch, yaw, roll }: Attitude, sigma: OwnProposal["sigma"]): string {
  const parts = [`tipped ${pitch < 0 ? "down" : "up"} ${degrees(pitch, sigma.pitch)}`];
  if (sigma.yaw !== null)
    parts.push(`turned to the ${yaw < 0 ? "left" : "right"} of the wall by ${degrees(yaw, sigma.yaw)}`);
  parts.push(`rolled ${roll < 0 ? "anticlockwise" : "clockwise"} ${degrees(roll, sigma.roll)}`);
  return `The camera was ${parts.join(", ")}.`;
}
