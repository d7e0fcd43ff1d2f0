import { z } from "zod";

const text = (most: number) => z.string().trim().max(most).default("");

/** What every delivery of a visit says of itself, as IPTC Core in XMP; what is empty is not said. */
export const captions = z.strictObject({
  /** dc:description. */
  caption: text(2000),
  /** dc:creator; several, one a line. */
  creator: text(500),
  /** dc:rights. */
  copyright: text(500),
  /** Iptc4xmpCore:Location, where the property is. */
  address: text(500),
});
export type Captions = z.output<typeof captions>;

export const NO_CAPTIONS: Captions = captions.parse({});
