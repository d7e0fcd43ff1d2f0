import path from "node:path";
import sharp from "sharp";

/** Parts of one demo photo, each a photo of its own; small, so that its edges are soon looked at. */
export const smallParts = (count: number) =>
  Promise.all(
    Array.from({ length: count }, async (_, i) => ({
      name: `part-${i}.jpg`,
      mimeType: "image/jpeg",
      buffer: await sharp(path.join(__dirname, "../demo/photos/SM-0420.jpg"))
        .extract({ left: 40 * i, top: 20, width: 2800, height: 1900 })
        .resize(1400, 950)
        .jpeg({ quality: 95 })
        .toBuffer(),
    })),
  );
