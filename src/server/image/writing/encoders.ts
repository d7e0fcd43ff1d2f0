import { writeFile } from "node:fs/promises";
import type { Sharp } from "../library";
import sharp from "../library";
import { type DeliveryFormat, type DeliveryOptions, chromaOf } from "@/core/contract";
import type { Carried } from "./carried-metadata";
import { MOST_JPEG_XMP, embedInJpeg, embedInPng, embedInTiff } from "./embed";

/** More of it takes several times as long and makes files a twentieth smaller. */
const AVIF_EFFORT = 0;

/** How a format is written. */
interface Encoder {
  /** XMP that it holds at most, bytes; absent: any. */
  readonly mostXmp?: number;
  write(image: Sharp, file: string, options: DeliveryOptions, carried: Carried): Promise<void>;
}

/** Their containers are left to the library, which takes what is carried from a PNG that costs little to make. */
const byLibrary = (encoded: (image: Sharp, options: DeliveryOptions) => Sharp): Encoder => ({
  write: async (image, file, options, carried) => {
    const png = embedInPng(await image.png({ compressionLevel: 0 }).toBuffer(), carried);
    await encoded(sharp(png, { limitInputPixels: false }).keepMetadata(), options).toFile(file);
  },
});

/** One for each of `core/contract/formats`. */
export const ENCODERS: Readonly<Record<DeliveryFormat, Encoder>> = {
  jpeg: {
    mostXmp: MOST_JPEG_XMP,
    write: async (image, file, options, carried) => {
      const { quality, progressive } = options;
      const jpeg = await image.jpeg({ quality, chromaSubsampling: chromaOf(options), progressive }).toBuffer();
      await writeFile(file, embedInJpeg(jpeg, carried));
    },
  },
  png: {
    write: async (image, file, _, carried) =>
      writeFile(file, embedInPng(await image.png({ compressionLevel: 6 }).toBuffer(), carried)),
  },
  tiff: {
    write: async (image, file, { compression }, carried) =>
      writeFile(file, embedInTiff(await image.tiff({ compression, predictor: "horizontal" }).toBuffer(), carried)),
  },
  webp: byLibrary((image, { quality }) => image.webp({ quality })),
  avif: byLibrary((image, { quality }) => image.avif({ quality, effort: AVIF_EFFORT })),
};
