import { open } from "node:fs/promises";

/** How much of either end of a file is looked through: metadata stand at its beginning, of some kinds at its end. */
const LOOKED = 512 * 1024;

/** As an attribute or an element of XMP (the Photo Sphere XMP metadata, "ProjectionType"). */
const STATED = /GPano:ProjectionType(?:="([\w -]{1,40})"|>([\w -]{1,40})<)/;

/**
 * The projection that a picture states it was stitched into: "equirectangular", "cylindrical" …; null where it states none.
 * Only text is looked for, so no decoder ever sees the file.
 */
export async function statedProjection(file: string): Promise<string | null> {
  const handle = await open(file, "r");
  try {
    const { size } = await handle.stat();
    for (const at of size > LOOKED ? [0, Math.max(0, size - LOOKED)] : [0]) {
      const { buffer, bytesRead } = await handle.read(Buffer.alloc(LOOKED), 0, LOOKED, at);
      const found = STATED.exec(buffer.toString("latin1", 0, bytesRead));
      if (found) return (found[1] ?? found[2])!;
    }
    return null;
  } finally {
    await handle.close();
  }
}
