import { say } from "@/language";
import sharp from "sharp";
import { Problem } from "../problem";
import { SideBySide } from "./side-by-side";

/**
 * The image library with only the loaders that photos need: everything else it could read (drawings, PDF, what
 * ImageMagick knows …) is blocked for the whole process. Every import of sharp goes through here; a boundary rule holds it.
 */
const KEPT = ["Jpeg", "Png", "Tiff", "Webp"];
const DELIVERED_TOO = ["Heif"];
const loaders = (names: readonly string[]): string[] =>
  names.flatMap((name) => [`VipsForeignLoad${name}File`, `VipsForeignLoad${name}Buffer`]);

sharp.block({ operation: ["VipsForeignLoad"] });
sharp.unblock({ operation: loaders(KEPT) });

/** Lets delivered AVIF files be read too: only for reading a recipe back out of one. */
export const allowDelivered = (): void => sharp.unblock({ operation: loaders(DELIVERED_TOO) });

/** The library's word for a JPEG whose header promises more than is there, which it takes for a mere warning. */
const ENDS_EARLY = /premature end/i;

const reads = new SideBySide();

/**
 * Reads a picture, every pixel of which must be there.
 *
 * @param read reads it, failing as hard as it is told to.
 * @throws Problem 422 where the library cannot read on; its own words are of no use to people.
 */
export async function readWhole<T>(read: (failOn: "error" | "warning") => Promise<T>): Promise<T> {
  try {
    return await reads
      .together(() => read("warning"))
      .catch((error: Error) => {
        if (error instanceof Problem) throw error;
        // The library tells its reasons in one place for all that is read at a time: what it says of one may be of another. Alone, it is of this.
        return reads.byItself(() =>
          read("warning").catch((reason: Error) => {
            // Other warnings are of things that files live with, such as stray bytes between a JPEG's segments.
            if (reason instanceof Problem || ENDS_EARLY.test(reason.message)) throw reason;
            return read("error");
          }),
        );
      });
  } catch (error) {
    if (error instanceof Problem) throw error;
    throw new Problem(422, say("The file is truncated or damaged: not all of the picture is there."));
  }
}

export default sharp;
export type { Metadata, Sharp } from "sharp";
