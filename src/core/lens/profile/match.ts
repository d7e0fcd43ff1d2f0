import { type Words, figure, tell } from "../../language";
import type { LensProfile } from "./schema";

/** What a photo's metadata say of its lens. */
export interface LensMetadata {
  readonly camera: string | null;
  readonly lens: string | null;
  readonly focalMm: number | null;
  readonly equivalentMm: number | null;
}

export interface Proposal<P extends LensProfile = LensProfile> {
  readonly profile: P;
  /** Half diagonal of the photo's sensor over that of the profile. */
  readonly factor: number;
  /** Why it fits, a sentence. */
  readonly reason: Words;
  /** What to bear in mind, or null. */
  readonly caution: Words | null;
}

/** Half diagonal of a full-frame picture, mm, against which 35 mm equivalents are stated. */
const FULL_FRAME = Math.hypot(36, 24) / 2;
/** A sensor may be larger by this much before a profile no longer reaches its corners. */
const LARGER = 1.02;
/** Focal lengths this far (as a factor) beyond those measured still count as measured. */
const BEYOND = 1.06;

/** Names as they are compared: case, spaces and punctuation do not count. */
const plain = (name: string): string => name.toLowerCase().replace(/[^\p{L}\p{N}]+/gu, "");
const among = (name: string, names: readonly string[]): boolean => names.some((n) => plain(n) === plain(name));
const millimetres = (f: number): Words => figure(f, Number.isInteger(Math.round(10 * f) / 10) ? 0 : 1);

/** Profiles that fit a photo, the best first, each with the reason in words. */
export function proposeProfiles<P extends LensProfile>(profiles: readonly P[], photo: LensMetadata): Proposal<P>[] {
  const { lens, camera, focalMm } = photo;
  if (!lens || !focalMm) return [];
  const crop = photo.equivalentMm && focalMm ? photo.equivalentMm / focalMm : 1;
  const found = profiles.flatMap((profile) => {
    if (!among(lens, profile.lens)) return [];
    const factor = FULL_FRAME / crop / (Math.hypot(profile.sensor.width, profile.sensor.height) / 2);
    if (factor > LARGER) return [];
    const focals = [...new Set(profile.distortion.map((d) => d.focalMm))].sort((a, b) => a - b);
    const [least, most] = [focals[0]!, focals[focals.length - 1]!];
    const off = Math.max(least / focalMm, focalMm / most, 1);
    if (off > BEYOND && focals.length > 1) return [];
    if (focals.length === 1 && off > BEYOND) return [];
    const ownCamera = camera !== null && among(camera, profile.camera);
    const otherCamera = profile.camera.length > 0 && !ownCamera;
    const nearest = Math.min(...focals.map((f) => Math.abs(Math.log(f / focalMm))));
    return [
      {
        proposal: {
          profile,
          factor,
          reason: tell("{name} at {focalMm} mm: {focals}.", {
            name: profile.name,
            focalMm: millimetres(focalMm),
            focals: measuredAt(focals, focalMm),
          }),
          caution: otherCamera
            ? tell("It was measured on another camera ({camera}).", { camera: profile.camera[0]! })
            : null,
        },
        rank: (ownCamera ? 0 : otherCamera ? 2 : 1) + nearest,
      },
    ];
  });
  return found.sort((a, b) => a.rank - b.rank).map((f) => f.proposal);
}

function measuredAt(focals: readonly number[], focalMm: number): Words {
  const exact = focals.find((f) => Math.abs(f - focalMm) < 0.05);
  if (exact !== undefined) return tell("measured at {exact}", { exact: millimetres(exact) });
  const below = focals.filter((f) => f < focalMm).pop();
  const above = focals.find((f) => f > focalMm);
  if (below !== undefined && above !== undefined)
    return tell("measured at {below} and {above}", { below: millimetres(below), above: millimetres(above) });
  return tell("measured at {above}, the nearest there is", { above: millimetres(below ?? above!) });
}
