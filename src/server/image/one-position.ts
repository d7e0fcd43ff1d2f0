import { type Plane, isOnePosition, register } from "@/core/brackets";
import sharp from "./library";
import { makePreview } from "./shown/preview";

export interface PositionOrder {
  /** Photos of one size; the others are laid on the first. */
  readonly sha256s: readonly string[];
  /** Pixels of the originals. */
  readonly width: number;
}

/**
 * Whether photos were taken from one tripod position, as their previews for the Bench show; how far parts lie apart is told in pixels of
 * the originals. Runs in a hand. @throws Problem 422 for a damaged file.
 */
export async function onePosition({ sha256s, width }: PositionOrder): Promise<boolean> {
  const [first, ...others] = sha256s;
  const plane = await greenOf(first!);
  for (const other of others) {
    const registration = register(plane, await greenOf(other));
    const shrunk = width / plane.width;
    if (!isOnePosition({ ...registration, apart: registration.apart * shrunk })) return false;
  }
  return true;
}

/** The green of a preview, 0…1: most of what is seen is in it. */
async function greenOf(sha256: string): Promise<Plane> {
  const { data, info } = await sharp(await makePreview(sha256, "bench"))
    .toColourspace("srgb")
    .removeAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const green = Math.min(1, info.channels - 1);
  const plane = new Float32Array(info.width * info.height);
  for (let i = 0, j = green; i < plane.length; i++, j += info.channels) plane[i] = data[j]! / 255;
  return { width: info.width, height: info.height, data: plane };
}
