import { writeFile } from "node:fs/promises";
import sharp, { type Sharp } from "../library";
import { dpiOf } from "@/core/frame";
import type { Size } from "@/core/geometry";
import type { Raster } from "@/core/render";
import type { EngineSamples } from "@/core/render/engine";
import { sixteenBits, sixteenBitsOfAll } from "../reading/float-samples";
import { floatStrip, floatStrips, writeFloatTiff } from "./float-tiff";
import { type Carried, atResolution, trueOfDelivery } from "./carried-metadata";
import type { Recipe } from "@/core/recipe";
import { type DeliveryFormat, type DeliveryOptions, chromaOf, formatOf } from "@/core/contract";
import { ENCODERS } from "./encoders";
import { joinStrips } from "./jpeg-strips";
import { MOST_JPEG_XMP, embedInJpeg } from "./embed";

/** Rows of a strip of a TIFF of floats. */
const STRIP_ROWS = 64;

/** What stands in a gap where the format knows no transparency: the paper. */
const PAPER = { r: 255, g: 255, b: 255 };

/** Pixels on their way into a file: 16 bits kept where the format has them, gaps filled where it has no alpha. */
function prepared({ width, height, channels, data: samples }: Raster<EngineSamples>, format: DeliveryFormat): Sharp {
  const data = samples instanceof Float32Array ? sixteenBits(samples) : samples;
  const deep = data instanceof Uint16Array;
  let image = sharp(data, { raw: { width, height, channels }, limitInputPixels: false });
  const grey = channels <= 2;
  if (deep && formatOf(format).deep) image = image.toColourspace(grey ? "grey16" : "rgb16");
  else if (grey) image = image.toColourspace("b-w");
  if (!formatOf(format).clear && channels % 2 === 0) image = image.flatten({ background: PAPER });
  return image;
}

const isFloat = (raster: Raster<EngineSamples>): raster is Raster<Float32Array> => raster.data instanceof Float32Array;

/** Whether a picture can be encoded in strips while the rest of it is still being made. */
export const inStrips = ({ format, progressive }: DeliveryOptions, bits: number): boolean =>
  (format === "jpeg" && !progressive) || (format === "tiff" && bits === 32);

/** One strip. A JPEG's tables must be those of all others, so they are not optimised for it. */
export const encodeStrip = (raster: Raster<EngineSamples>, options: DeliveryOptions): Promise<Buffer> =>
  options.format === "tiff"
    ? floatStrip(raster as Raster<Float32Array>)
    : prepared(raster, "jpeg")
        .jpeg({ quality: options.quality, chromaSubsampling: chromaOf(options), optimiseCoding: false })
        .toBuffer();

/** The XML library takes a while to load, and is wanted last: load it while pixels are made. */
export const loadXmp = () => import("./xmp");

/**
 * What a delivery carries over, made true of the new picture; with the recipe it was made by. Where a format holds no
 * more than `mostXmp` bytes of XMP and it would be more, the recipe goes before what the original had.
 */
async function fitting(
  { icc, exif, xmp, filled, original, captions }: Carried,
  recipe: Recipe,
  size: Size,
  mostXmp = Infinity,
): Promise<Carried> {
  const { xmpOfDelivery } = await loadXmp();
  const said = { filled, original, captions };
  const whole = xmpOfDelivery(xmp, recipe, said);
  const dpi = dpiOf(recipe.frame.on ? recipe.frame.output : undefined);
  const ownExif = exif && trueOfDelivery(exif, size);
  return {
    icc,
    dpi,
    exif: dpi === null ? ownExif : atResolution(ownExif, dpi),
    xmp: whole.length <= mostXmp ? whole : xmpOfDelivery(null, recipe, said),
  };
}

/** Writes a picture that was encoded in strips of so many rows. */
export async function writeStrips(
  strips: readonly Buffer[],
  shape: { size: Size; channels: 1 | 2 | 3 | 4; rows: number },
  file: string,
  format: DeliveryFormat,
  carried: Carried,
  recipe: Recipe,
): Promise<void> {
  const { size } = shape;
  if (format === "tiff") return writeFloatTiff(file, strips, shape, await fitting(carried, recipe, size));
  const fits = await fitting(carried, recipe, size, MOST_JPEG_XMP);
  await writeFile(file, embedInJpeg(joinStrips(strips, size[1]), fits));
}

/**
 * Writes pixels as a finished file: colour profile, EXIF and XMP of the original carried over, made true of the
 * new picture. JPEG, WebP and AVIF have 8 bits, JPEG no gaps; PNG and TIFF keep 16 bits and alpha, TIFF also floats.
 */
export async function encode(
  raster: Raster<EngineSamples>,
  file: string,
  options: DeliveryOptions,
  carried: Carried,
  recipe: Recipe,
): Promise<void> {
  const { format } = options;
  const { mostXmp, write } = ENCODERS[format];
  const fits = await fitting(carried, recipe, [raster.width, raster.height], mostXmp);
  if (format === "tiff" && isFloat(raster)) {
    const shape = { size: [raster.width, raster.height] as const, channels: raster.channels, rows: STRIP_ROWS };
    return writeFloatTiff(file, await floatStrips(raster, STRIP_ROWS), shape, fits);
  }
  const whole = isFloat(raster) ? { ...raster, data: await sixteenBitsOfAll(raster.data) } : raster;
  await write(prepared(whole, format), file, options, fits);
}
