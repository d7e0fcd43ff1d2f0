import { named, tell } from "../../language";
import {
  type LensAt,
  type LensMetadata,
  type LensProfile,
  type Proposal,
  asDisplayed,
  onSensor,
  orientationOf,
  profileAt,
} from "../../lens";
import type { Recipe } from "../../recipe";
import type { Edit } from "../edit";

const triple = (v: readonly [number, number, number]): [number, number, number] => [v[0], v[1], v[2]];
const pair = (v: readonly [number, number]): [number, number] => [v[0], v[1]];

/** What a profile is taken at: the photo's metadata, and how it is turned to be displayed (EXIF; absent: not). */
export interface ProfileSetting extends LensMetadata {
  readonly aperture?: number | null;
  readonly orientation?: number;
}

/** The lens course of a recipe with a profile taken at a photo's setting. `size` in pixels, as displayed. */
export function withProfile<P extends LensProfile>(
  lens: Recipe["lens"],
  { profile, factor }: Proposal<P>,
  photo: ProfileSetting,
  size: readonly [number, number],
): Recipe["lens"] {
  const focalMm = photo.focalMm ?? profile.distortion[0]!.focalMm;
  const measured = profileAt(profile, { focalMm, aperture: photo.aperture ?? null });
  const at: LensAt = asDisplayed(onSensor(measured, factor), orientationOf(photo.orientation));
  const unit = Math.hypot(size[0], size[1]) / 2;
  return {
    ...lens,
    on: true,
    from: "profile",
    profile: profile.name,
    model: profile.model,
    k: triple(at.k),
    p: pair(at.p),
    centre: [size[0] / 2 + at.centre[0] * unit, size[1] / 2 + at.centre[1] * unit],
    amount: 1,
    fringes: { red: pair(at.red), blue: pair(at.blue) },
    vignetting: { v: triple(at.vignetting), amount: 1 },
  };
}

/** Takes a profile at a photo's setting. `size` in pixels, as displayed. */
export const takeProfile = <P extends LensProfile>(
  proposal: Proposal<P>,
  photo: ProfileSetting,
  size: readonly [number, number],
): Edit => ({
  label: tell("Take the profile {name}", { name: proposal.profile.name }),
  apply: (recipe) => ({ ...recipe, lens: withProfile(recipe.lens, proposal, photo, size) }),
});

/** Full-frame half diagonal over that of the profile's sensor. */
const cropOf = ({ sensor }: LensProfile): number => Math.hypot(36, 24) / Math.hypot(sensor.width, sensor.height);

/**
 * Takes any profile, whatever the photo's metadata say. Where they do not record the focal length on the lens, it follows
 * from the 35 mm equivalent on the profile's own sensor.
 */
export function takeProfileByHand(
  profile: LensProfile,
  photo: ProfileSetting,
  size: readonly [number, number],
  equivalentMm: number,
): Edit {
  const focalMm = photo.focalMm ?? equivalentMm / cropOf(profile);
  const factor = cropOf(profile) * (focalMm / equivalentMm);
  return takeProfile({ profile, factor, reason: named(""), caution: null }, { ...photo, focalMm }, size);
}
