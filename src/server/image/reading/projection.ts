import { open } from "node:fs/promises";
import type { Size } from "@/core/geometry";
import { type StatedFields, type StatedLayout, layoutOf } from "@/core/lens";

/** How much of either end of a file is looked through: metadata stand at its beginning, of some kinds at its end. */
const LOOKED = 512 * 1024;

/** As an attribute or an element of XMP (the Photo Sphere XMP metadata). */
const TYPE = /GPano:ProjectionType(?:="([\w -]{1,40})"|>([\w -]{1,40})<)/;
const NUMBERS = [
  "FullPanoWidthPixels",
  "FullPanoHeightPixels",
  "CroppedAreaImageWidthPixels",
  "CroppedAreaLeftPixels",
  "CroppedAreaTopPixels",
  "PosePitchDegrees",
  "PoseRollDegrees",
] as const satisfies readonly (keyof StatedFields)[];
const numberNamed = (name: string): RegExp => new RegExp(`GPano:${name}(?:="(-?[\\d.]{1,20})"|>(-?[\\d.]{1,20})<)`);

/**
 * What a picture states of how it was stitched; null where it states nothing. Only text is looked for, so no decoder ever sees the file.
 */
async function statedFields(file: string): Promise<StatedFields | null> {
  const handle = await open(file, "r");
  try {
    const { size } = await handle.stat();
    for (const at of size > LOOKED ? [0, Math.max(0, size - LOOKED)] : [0]) {
      const { buffer, bytesRead } = await handle.read(Buffer.alloc(LOOKED), 0, LOOKED, at);
      const text = buffer.toString("latin1", 0, bytesRead);
      const found = TYPE.exec(text);
      if (!found) continue;
      const numbers = NUMBERS.flatMap((name) => {
        const said = numberNamed(name).exec(text);
        const value = said ? Number(said[1] ?? said[2]) : NaN;
        return Number.isFinite(value) ? [[name, value] as const] : [];
      });
      return { ProjectionType: (found[1] ?? found[2])!, ...Object.fromEntries(numbers) };
    }
    return null;
  } finally {
    await handle.close();
  }
}

/** The projection that a picture states it was stitched into: "equirectangular", "cylindrical" …; null where it states none. */
export const statedProjection = async (file: string): Promise<string | null> =>
  (await statedFields(file))?.ProjectionType ?? null;

/** How a picture of `size`, pixels, states that it is laid out; null where it does not say enough. */
export async function statedLayout(file: string, size: Size): Promise<StatedLayout | null> {
  const fields = await statedFields(file);
  return fields && layoutOf(fields, size);
}
