import { type Words, figure, row, tell } from "../language";
import { type Attitude, equivalentOf } from "../camera";
import type { Size } from "../geometry";
import type { OwnProposal } from "./proposal";

/** A displacement is said as it is measured: to a tenth of a pixel where it is known so well. */
const px = (value: number, sigma: number): Words => row([figure(Math.abs(value), sigma < 1 ? 1 : 0), " px"]);

/** A bow within this many of its deviations is none. */
const NONE = 2;

/** A bow at the corner known no better than this, half diagonals, deserves a word. */
const VAGUE = 0.004;

/** What a picture says by itself, in sentences: the lens, the focal length, and what contradicts or is not known. */
export function ownWords({ from, lens, focal, rival, attitude, sigma }: OwnProposal, size: Size): Words[] {
  if (from === "horizon")
    return [
      attitude.roll < 0
        ? tell("Only a horizon tells how the camera was held: rolled anticlockwise {roll}.", {
            roll: degrees(attitude.roll, sigma.roll),
          })
        : tell("Only a horizon tells how the camera was held: rolled clockwise {roll}.", {
            roll: degrees(attitude.roll, sigma.roll),
          }),
    ];
  if (from === "lines")
    return [
      tell(
        "The picture does not tell its lens. Its lines are taken as they are, with a focal length of {focal} mm (35 mm equivalent).",
        { focal: figure(equivalentOf(size, focal.focalPx), 1) },
      ),
    ];
  const words: Words[] = [];
  const { model, cornerPx, sigmaPx } = lens;
  if (model === "equidistant")
    words.push(
      tell(
        "The lens is a fisheye of {focal} mm ± {sigma} % (35 mm equivalent): no lens of the other kind bows so much.",
        {
          focal: figure(equivalentOf(size, focal.focalPx), 1),
          sigma: figure((100 * focal.sigmaPx) / focal.focalPx, 1),
        },
      ),
    );
  else if (Math.abs(cornerPx) < NONE * sigmaPx)
    words.push(tell("The lens is straight within ± {sigma} at the corner.", { sigma: px(sigmaPx, sigmaPx) }));
  else
    words.push(
      cornerPx < 0
        ? tell("The lens bows outwards (barrel): by {bow} ± {sigma} at the corner.", {
            bow: px(cornerPx, sigmaPx),
            sigma: px(sigmaPx, sigmaPx),
          })
        : tell("The lens bows inwards (pincushion): by {bow} ± {sigma} at the corner.", {
            bow: px(cornerPx, sigmaPx),
            sigma: px(sigmaPx, sigmaPx),
          }),
    );
  const share = sigmaPx / (Math.hypot(size[0], size[1]) / 2);
  if (share > VAGUE)
    words.push(
      tell(
        "Its edges hardly reach the corners, so the bow there is known to ± {share} % only. An edge traced near a corner (Lens, 1) would tell most.",
        { share: figure(100 * share, 1) },
      ),
    );
  const mm = (f: number): Words => row([figure(equivalentOf(size, f), 1), " mm"]);
  if (focal.contradicted !== null)
    words.push(
      tell(
        "The picture contradicts the focal length it came with: it shows {focal} (35 mm equivalent), not {contradicted}. Was it cropped, or a converter on the lens?",
        { focal: mm(focal.focalPx), contradicted: mm(focal.contradicted) },
      ),
    );
  else if (!focal.told)
    words.push(
      tell(
        "The picture does not tell the focal length: it shows too little that runs in two directions, or the camera was held level. The one it came with is kept.",
      ),
    );
  if (rival)
    words.push(
      tell(
        "Another reading is about as likely: tipped by {pitch}°, rolled by {roll}°. Draw a plumb along something that surely stands.",
        { pitch: figure(rival.pitch, 1), roll: figure(rival.roll, 1) },
      ),
    );
  return words;
}

const degrees = (value: number, sigma: number): Words =>
  row([figure(Math.abs(value), sigma < 0.05 ? 2 : 1), "° ± ", figure(Math.max(0.01, sigma), sigma < 0.095 ? 2 : 1)]);

/** How the camera was held, in words. @param sigma degrees; yaw's null where no wall is turned. */
export function heldWords({ pitch, yaw, roll }: Attitude, sigma: OwnProposal["sigma"]): Words {
  const parts = [
    pitch < 0
      ? tell("tipped down {pitch}", { pitch: degrees(pitch, sigma.pitch) })
      : tell("tipped up {pitch}", { pitch: degrees(pitch, sigma.pitch) }),
  ];
  if (sigma.yaw !== null)
    parts.push(
      yaw < 0
        ? tell("turned to the left of the wall by {yaw}", { yaw: degrees(yaw, sigma.yaw) })
        : tell("turned to the right of the wall by {yaw}", { yaw: degrees(yaw, sigma.yaw) }),
    );
  parts.push(
    roll < 0
      ? tell("rolled anticlockwise {roll}", { roll: degrees(roll, sigma.roll) })
      : tell("rolled clockwise {roll}", { roll: degrees(roll, sigma.roll) }),
  );
  return tell("The camera was {parts}.", { parts: row(parts, ", ") });
}
