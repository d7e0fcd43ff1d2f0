import { type LensAt, type LensMetadata, type LensProfile, type Proposal, onSensor, profileAt } from "../lens";
import type { Recipe } from "./schema";

const triple = (v: readonly [number, number, number]): [number, number, number] => [v[0], v[1], v[2]];
const pair = (v: readonly [number, number]): [number, number] => [v[0], v[1]];

/** The lens course of a recipe with a profile taken at a photo's setting. `size` in pixels. */
export function withProfile<P extends LensProfile>(
  lens: Recipe["lens"],
  { profile, factor }: Proposal<P>,
  photo: LensMetadata & { readonly aperture?: number | null },
  size: readonly [number, number],
): Recipe["lens"] {
  const at: LensAt = onSensor(
    profileAt(profile, { focalMm: photo.focalMm!, aperture: photo.aperture ?? null }),
    factor,
  );
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
