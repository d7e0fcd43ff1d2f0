import { z } from "zod";

/** How a delivery is written; what a format has no use for it ignores. */
export const deliveryOptions = z.object({
  format: z.enum(["jpeg", "png", "tiff", "webp", "avif"]),
  /** JPEG, WebP and AVIF: 1–100. */
  quality: z.number().int().min(1).max(100),
  /** JPEG: whether colour is kept at full resolution; auto: from quality 90 on. */
  subsampling: z.enum(["auto", "4:4:4", "4:2:0"]).default("auto"),
  /** JPEG: from coarse to fine, a little smaller and slower to write. */
  progressive: z.boolean().default(false),
  /** TIFF. */
  compression: z.enum(["deflate", "lzw"]).default("deflate"),
  /** The original's own colour profile, or sRGB. */
  colour: z.enum(["own", "srgb"]).default("own"),
});
export type DeliveryOptions = z.infer<typeof deliveryOptions>;
/** What may be left out has its default. */
export type AskedDelivery = z.input<typeof deliveryOptions>;
export type DeliveryFormat = DeliveryOptions["format"];

export const FILE_ENDINGS: Readonly<Record<DeliveryFormat, string>> = {
  jpeg: "jpg",
  png: "png",
  tiff: "tif",
  webp: "webp",
  avif: "avif",
};

/** What of a delivery says which pixels are made up. */
export const MASK_ENDING = "mask.png";

const BY_ENDING: Readonly<Record<string, DeliveryFormat>> = {
  ...Object.fromEntries(Object.entries(FILE_ENDINGS).map(([format, ending]) => [ending, format as DeliveryFormat])),
  jpeg: "jpeg",
  tiff: "tiff",
};

/** The delivery format that a file's name asks for, or null. */
export const formatOfName = (name: string): DeliveryFormat | null =>
  BY_ENDING[/\.([a-z]+)$/i.exec(name)?.[1]?.toLowerCase() ?? ""] ?? null;

/** Whether colour is kept at full resolution. */
export const chromaOf = ({ subsampling, quality }: DeliveryOptions): "4:4:4" | "4:2:0" =>
  subsampling === "auto" ? (quality >= 90 ? "4:4:4" : "4:2:0") : subsampling;

/** Longest side a format can hold, pixels. */
export const LONGEST: Readonly<Record<DeliveryFormat, number>> = {
  // The library's own limit, a little below the format's.
  jpeg: 65_500,
  png: 2 ** 31 - 1,
  tiff: 2 ** 31 - 1,
  webp: 16_383,
  avif: 16_384,
};
