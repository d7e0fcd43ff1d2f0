import { decimal, say } from "../language";
import { type Attitude, equivalentOf } from "../camera";
import type { Size } from "../geometry";
import type { OwnProposal } from "./proposal";

/** A displacement is said as it is measured: to a tenth of a pixel where it is known so well. */
const px = (value: number, sigma: number): string => `${decimal(Math.abs(value), sigma < 1 ? 1 : 0)} px`;

/** A bow within this many of its deviations is none. */
const NONE = 2;

/** A bow at the corner known no better than this, half diagonals, deserves a word. */
const VAGUE = 0.004;

/** What a picture says by itself, in sentences: the lens, the focal length, and what contradicts or is not known. */
export function ownWords({ from, lens, focal, rival, attitude, sigma }: OwnProposal, size: Size): string[] {
  if (from === "horizon")
    return [
      attitude.roll < 0
        ? say("Only a horizon tells how the camera was held: rolled anticlockwise {roll}.", {
            roll: degrees(attitude.roll, sigma.roll),
          })
        : say("Only a horizon tells how the camera was held: rolled clockwise {roll}.", {
            roll: degrees(attitude.roll, sigma.roll),
          }),
    ];
  if (from === "lines")
    return [
      say(
        "The picture does not tell its lens. Its lines are taken as they are, with a focal length of {focal} mm (35 mm equivalent).",
        { focal: decimal(equivalentOf(size, focal.focalPx), 1) },
      ),
    ];
  const words: string[] = [];
  const { model, cornerPx, sigmaPx } = lens;
  if (model === "equidistant")
    words.push(
      say(
        "The lens is a fisheye of {focal} mm ± {sigma} % (35 mm equivalent): no lens of the other kind bows so much.",
        {
          focal: decimal(equivalentOf(size, focal.focalPx), 1),
          sigma: decimal((100 * focal.sigmaPx) / focal.focalPx, 1),
        },
      ),
    );
  else if (Math.abs(cornerPx) < NONE * sigmaPx)
    words.push(say("The lens is straight within ± {sigma} at the corner.", { sigma: px(sigmaPx, sigmaPx) }));
  else
    words.push(
      cornerPx < 0
        ? say("The lens bows outwards (barrel): by {bow} ± {sigma} at the corner.", {
            bow: px(cornerPx, sigmaPx),
            sigma: px(sigmaPx, sigmaPx),
          })
        : say("The lens bows inwards (pincushion): by {bow} ± {sigma} at the corner.", {
            bow: px(cornerPx, sigmaPx),
            sigma: px(sigmaPx, sigmaPx),
          }),
    );
  const share = sigmaPx / (Math.hypot(size[0], size[1]) / 2);
  if (share > VAGUE)
    words.push(
      say(
        "Its edges hardly reach the corners, so the bow there is known to ± {share} % only. An edge traced near a corner (Lens, 1) would tell most.",
        { share: decimal(100 * share, 1) },
      ),
    );
  const mm = (f: number): string => `${decimal(equivalentOf(size, f), 1)} mm`;
  if (focal.contradicted !== null)
    words.push(
      say(
        "The picture contradicts the focal length it came with: it shows {focal} (35 mm equivalent), not {contradicted}. Was it cropped, or a converter on the lens?",
        { focal: mm(focal.focalPx), contradicted: mm(focal.contradicted) },
      ),
    );
  else if (!focal.told)
    words.push(
      say(
        "The picture does not tell the focal length: it shows too little that runs in two directions, or the camera was held level. The one it came with is kept.",
      ),
    );
  if (rival)
    words.push(
      say(
        "Another reading is about as likely: tipped by {pitch}°, rolled by {roll}°. Draw a plumb along something that surely stands.",
        { pitch: decimal(rival.pitch, 1), roll: decimal(rival.roll, 1) },
      ),
    );
  return words;
}

const degrees = (value: number, sigma: number): string =>
  `${decimal(Math.abs(value), sigma < 0.05 ? 2 : 1)}° ± ${decimal(Math.max(0.01, sigma), sigma < 0.095 ? 2 : 1)}`;

/** How the camera was held, in words. @param sigma degrees; yaw's null where no wall is turned. */
export function heldWords({ pitch, yaw, roll }: Attitude, sigma: OwnProposal["sigma"]): string {
  const parts = [
    pitch < 0
      ? say("tipped down {pitch}", { pitch: degrees(pitch, sigma.pitch) })
      : say("tipped up {pitch}", { pitch: degrees(pitch, sigma.pitch) }),
  ];
  if (sigma.yaw !== null)
    parts.push(
      yaw < 0
        ? say("turned to the left of the wall by {yaw}", { yaw: degrees(yaw, sigma.yaw) })
        : say("turned to the right of the wall by {yaw}", { yaw: degrees(yaw, sigma.yaw) }),
    );
  parts.push(
    roll < 0
      ? say("rolled anticlockwise {roll}", { roll: degrees(roll, sigma.roll) })
      : say("rolled clockwise {roll}", { roll: degrees(roll, sigma.roll) }),
  );
  return say("The camera was {parts}.", { parts: parts.join(", ") });
}
