import { say } from "@/language";
import { type Exposure, type Plane, type Registration, blended, isOnePosition, register } from "@/core/brackets";
import { deliveryOptions } from "@/core/contract";
import type { Raster } from "@/core/render";
import type { EngineSamples } from "@/core/render/engine";
import { emptyRecipe } from "@/core/recipe";
import { Problem } from "../problem";
import { type Decoded, decode } from "./reading/decode";
import { encode } from "./writing/encode";

/** Photos of a bracket to be blended. */
export interface BlendOrder {
  readonly files: readonly string[];
  /** Which of them the others are laid on. */
  readonly reference: number;
  /** Path of the TIFF. */
  readonly target: string;
}

/** What became of a bracket. */
export interface BlendMade {
  /** Whether its photos were taken from one tripod position; else nothing is blended. */
  readonly one: boolean;
  /** How each photo lies on the reference; the reference on itself not at all. */
  readonly registrations: readonly (Registration | null)[];
}

const peakOf = (samples: EngineSamples): number =>
  samples instanceof Uint8Array || samples instanceof Uint8ClampedArray
    ? 255
    : samples instanceof Uint16Array
      ? 65_535
      : 1;

/** Red, green and blue, or grey, 0…1; alpha is not looked at. */
function planesOf({ data, width, height, channels }: Raster<EngineSamples>): Exposure {
  const colours = channels < 3 ? 1 : 3;
  const by = 1 / peakOf(data);
  return Array.from({ length: colours }, (_, c): Plane => {
    const out = new Float32Array(width * height);
    for (let i = 0, j = c; i < out.length; i++, j += channels) out[i] = data[j]! * by;
    return { width, height, data: out };
  });
}

/** The green of an exposure tells best how it lies: most of what is seen is in it. */
const greyOf = (exposure: Exposure): Plane => exposure[Math.min(1, exposure.length - 1)]!;

/** Sixteen bits, colours side by side. */
function rasterOf(planes: readonly Plane[]): Raster<EngineSamples> {
  const { width, height } = planes[0]!;
  const channels = planes.length as 1 | 3;
  const data = new Uint16Array(width * height * channels);
  planes.forEach((plane, c) => {
    for (let i = 0, j = c; i < plane.data.length; i++, j += channels) data[j] = Math.round(65_535 * plane.data[i]!);
  });
  return { data, width, height, channels };
}

/**
 * Blends the photos of a bracket into a 16-bit TIFF that stands for them as an original: at the place and with the metadata of the reference.
 * It keeps its process busy for seconds and holds each photo as floats: for processes of their own.
 *
 * @param files of one size. @param reference which of them the others are laid on. @param target path of the TIFF.
 * @returns what was found; nothing is written where they were not taken from one position.
 * @throws Problem 422 for photos of different sizes, as reading them does.
 */
export async function blendFiles(files: readonly string[], reference: number, target: string): Promise<BlendMade> {
  const exposures: Exposure[] = [];
  let carried: Decoded["carried"] | null = null;
  for (const [k, file] of files.entries()) {
    const decoded = await decode(file);
    if (k === reference) carried = decoded.carried;
    exposures.push(planesOf(decoded.raster));
  }
  const [first] = exposures[reference]!;
  if (
    exposures.some(
      (e) => e[0]!.width !== first!.width || e[0]!.height !== first!.height || e.length !== exposures[0]!.length,
    )
  )
    throw new Problem(422, say("The photos of a bracket have different sizes or colours; they cannot be blended."));
  const registrations = exposures.map((e, k) =>
    k === reference ? null : register(greyOf(exposures[reference]!), greyOf(e)),
  );
  const one = registrations.every((r) => r === null || isOnePosition(r));
  if (!one) return { one, registrations };
  const placed = exposures.map((exposure, k) => ({
    exposure,
    matrix: registrations[k]?.matrix ?? ([1, 0, 0, 0, 1, 0, 0, 0, 1] as const),
  }));
  const raster = rasterOf(blended(placed, reference));
  await encode(raster, target, deliveryOptions.parse({ format: "tiff", quality: 100 }), carried!, emptyRecipe());
  return { one, registrations };
}
