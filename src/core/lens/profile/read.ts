import { TellingError, figure, tell } from "../../language";
import { turningRadius } from "../brown-conrady";
import { widestAngle } from "../equidistant";
import { lightKept } from "../vignetting";
import { type LensProfile, PROFILE_FORMAT, PROFILE_VERSION, profileSchema } from "./schema";

/** A profile that cannot be used. */
export class ProfileError extends TellingError {
  override readonly name = "ProfileError";
}

/** How far the polynomial must go on rising, recorded radius in half diagonals; a little beyond the corner. */
const REACH = 1.02;
/** A fisheye that is sound to here is sound as far as a flat picture has room, radians: 85°. */
const FLATTEST = (85 * Math.PI) / 180;
/** Most that a sound lens moves its corner, as a share of the radius. */
const MOST_BOW = 0.5;

/**
 * A profile from parsed JSON, checked.
 *
 * @throws ProfileError when it is foreign, of an unknown version, holds wrong numbers, or folds the picture over.
 */
export function readProfile(json: unknown): LensProfile {
  const head = (typeof json === "object" && json !== null ? json : {}) as { format?: unknown; version?: unknown };
  if (head.format !== PROFILE_FORMAT)
    throw new ProfileError(
      tell('This is not a lens profile: its "format" is not "{format}".', { format: PROFILE_FORMAT }),
    );
  if (head.version !== PROFILE_VERSION)
    throw new ProfileError(
      tell("This profile is of version {version}; this program knows version {known}.", {
        version: JSON.stringify(head.version) ?? tell("none"),
        known: PROFILE_VERSION,
      }),
    );
  const result = profileSchema.safeParse(json);
  if (!result.success) {
    const issue = result.error.issues[0]!;
    throw new ProfileError(
      tell('The profile does not hold at "{path}": {message}', { path: issue.path.join("."), message: issue.message }),
    );
  }
  const profile = result.data;
  for (const entry of profile.distortion) checkDistortion(profile, entry);
  for (const { focalMm, red, blue } of profile.fringes)
    if ([red, blue].some(([a, b]) => Math.abs(a) + Math.abs(b) > 0.05))
      throw new ProfileError(
        tell("At {focalMm} mm the fringes would move a colour by more than 5 %; no lens does.", { focalMm }),
      );
  for (const { focalMm, aperture, v } of profile.vignetting)
    for (let r = 0; r <= 1.001; r += 0.05)
      if (!(lightKept(v, r) > 0.01) || lightKept(v, r) > 2)
        throw new ProfileError(
          tell("At {focalMm} mm, f/{aperture}, the fall-off leaves no light, or adds some, at {r} of the corner.", {
            focalMm,
            aperture,
            r: figure(r, 2),
          }),
        );
  return profile;
}

function checkDistortion({ model, sensor }: LensProfile, { focalMm, k, p }: LensProfile["distortion"][number]): void {
  if (model === "equidistant") {
    // The half diagonal of the sensor over the focal length is the angle at the corner, before its terms.
    const corner = Math.hypot(sensor.width, sensor.height) / 2 / focalMm;
    const widest = widestAngle(k);
    const recorded = widest * (1 + k[0] * widest ** 2 + k[1] * widest ** 4 + k[2] * widest ** 6);
    if (widest < FLATTEST && recorded < corner)
      throw new ProfileError(
        tell("At {focalMm} mm the fisheye's terms fold the picture over inside its corners.", { focalMm }),
      );
    return;
  }
  const turning = turningRadius(k);
  const recorded = turning * (1 + k[0] * turning ** 2 + k[1] * turning ** 4 + k[2] * turning ** 6);
  if (turning < Infinity && !(recorded > REACH))
    throw new ProfileError(
      tell("At {focalMm} mm the distortion folds the picture over inside its corners.", { focalMm }),
    );
  if (Math.abs(k[0] + k[1] + k[2]) > MOST_BOW || Math.abs(p[0]) + Math.abs(p[1]) > 0.05)
    throw new ProfileError(
      tell("At {focalMm} mm the distortion moves the corner further than any lens does.", { focalMm }),
    );
}
