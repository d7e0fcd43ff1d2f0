import { z } from "zod";
import { numberSetting } from "../course";
import { tell } from "../language";
import { type DeliveryFormat, FORMATS } from "./formats";

/** How lossy formats are written; the form, the command line and the schema go by it. */
export const QUALITY = numberSetting({
  ...{ key: "quality", words: tell("quality"), label: tell("Quality") },
  ...{ min: 1, max: 100, standard: 92, unit: "", times: 1, digits: 0, step: 1 },
  describe: "Of lossy formats: 1 the smallest file, 100 the truest",
});

/** How a delivery is written; what a format has no use for it ignores. */
export const deliveryOptions = z.object({
  format: z.enum(FORMATS.map((f) => f.key) as [DeliveryFormat, ...DeliveryFormat[]]),
  quality: z.number().int().min(QUALITY.min).max(QUALITY.max),
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

/** What of a delivery says which pixels are made up. */
export const MASK_ENDING = "mask.png";
/** And of the one that tells how sure that is. */
export const DOUBT_ENDING = "doubt.png";

/** Whether colour is kept at full resolution. */
export const chromaOf = ({ subsampling, quality }: DeliveryOptions): "4:4:4" | "4:2:0" =>
  subsampling === "auto" ? (quality >= 90 ? "4:4:4" : "4:2:0") : subsampling;
