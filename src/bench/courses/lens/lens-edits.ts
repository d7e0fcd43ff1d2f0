import type { Photo } from "@/client";
import type { BenchState } from "@/client/bench-store";
import type { LensProfile } from "@/core/lens";
import { withProfile } from "@/core/recipe";
import type { KeptProposal } from "./use-profiles";

/** Takes a proposed profile on the open photo. */
export function takeProposal(
  { edit, size }: Pick<BenchState, "edit" | "size">,
  proposal: KeptProposal,
  photo: Photo,
): void {
  edit(`Take the profile ${proposal.profile.name}`, (r) => void (r.lens = withProfile(r.lens, proposal, photo, size)));
}

/** Full-frame half diagonal over that of the profile's sensor. */
const cropOf = ({ sensor }: LensProfile): number => Math.hypot(36, 24) / Math.hypot(sensor.width, sensor.height);

/**
 * Takes any profile on the open photo, whatever its metadata say. Where they do not record the focal length on the
 * lens, it follows from the 35 mm equivalent on the profile's own sensor.
 */
export function takeByHand(
  { edit, size }: Pick<BenchState, "edit" | "size">,
  profile: LensProfile,
  photo: Photo,
  equivalentMm: number,
): void {
  const focalMm = photo.focalMm ?? equivalentMm / cropOf(profile);
  const factor = cropOf(profile) * (focalMm / equivalentMm);
  const proposal = { profile, factor, reason: "", caution: null };
  edit(
    `Take the profile ${profile.name}`,
    (r) => void (r.lens = withProfile(r.lens, proposal, { ...photo, focalMm }, size)),
  );
}
