import sharp from "sharp";
import { embedInJpeg, embedInPng, embedInTiff } from "@/server/image/writing/embed";
import { type Entry, ascii, rational, short } from "@/server/image/writing/tiff-directory";
import type { Photo } from "../photos";
import { develop } from "./develop";
import type { LinearPicture } from "./radiance";

const two = (n: number): string => String(n).padStart(2, "0");
const takenAt = (minute: number): string => {
  const all = 10 * 60 + minute;
  return `2026:05:14 ${two(Math.floor(all / 60))}:${two(all % 60)}:${two((minute * 17) % 60)}`;
};

/** Bias in stops as EXIF's signed rational. */
function bias(ev: number): Entry {
  const bytes = Buffer.alloc(8);
  bytes.writeInt32LE(ev * 10, 0);
  bytes.writeInt32LE(10, 4);
  return { tag: 0x9204, type: 10, count: 1, bytes };
}

/** What the fictional body writes of itself, its lens and the exposure. */
function exifOf(photo: Photo): { main: Entry[]; exif: Entry[]; gps: Entry[] } | null {
  if (photo.metadata === false) return null;
  const { lens } = photo.scene;
  const ev = photo.ev ?? 0;
  return {
    main: [
      ascii(0x010e, "Rendered picture of a place that does not exist"),
      ascii(0x010f, "Harrow"),
      ascii(0x0110, "Harrow K3"),
      short(0x0112, photo.orientation ?? 1),
      ascii(0x0132, takenAt(photo.minute)),
    ],
    exif: [
      rational(0x829a, Math.round(40 * 2 ** (ev + 2)), 10_000),
      rational(0x829d, 80, 10),
      short(0x8827, photo.iso ?? 200),
      ascii(0x9003, takenAt(photo.minute)),
      bias(ev),
      ...(lens.name
        ? [
            rational(0x920a, lens.focalMm * 10, 10),
            short(0xa405, lens.focalMm),
            ascii(0xa433, lens.name.split(" ")[0]!),
            ascii(0xa434, lens.name),
          ]
        : []),
    ],
    gps: [],
  };
}

/** The file a photographer would bring home: JPEG, PNG or 16-bit TIFF by its ending, with its metadata. */
export async function keep(picture: LinearPicture, photo: Photo): Promise<Buffer> {
  const { width, height } = picture;
  const raw = { width, height, channels: 3 as const };
  const carried = { icc: null, xmp: null, exif: exifOf(photo) };
  if (photo.file.endsWith(".tif")) {
    const tiff = await sharp(develop(picture, 65535), { raw })
      .toColourspace("rgb16")
      .tiff({ compression: "deflate", predictor: "horizontal" })
      .toBuffer();
    return embedInTiff(tiff, carried);
  }
  let image = sharp(develop(picture, 255), { raw });
  // Stored on its side: displaying turns it a quarter clockwise.
  if (photo.orientation === 6) image = image.rotate(270);
  if (photo.file.endsWith(".png"))
    return embedInPng(await image.png({ compressionLevel: 9, adaptiveFiltering: true }).toBuffer(), carried);
  return embedInJpeg(await image.jpeg({ quality: 92, chromaSubsampling: "4:4:4" }).toBuffer(), carried);
}
