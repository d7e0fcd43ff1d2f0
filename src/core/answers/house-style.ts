import { z } from "zod";

/** The greatest stretch that a picture bears unless told otherwise: beyond it detail goes soft and towers look splayed. */
export const BORNE_STRETCH = 2.1;

/** How far a visit's pictures are corrected, where its photographer has a way of their own. */
export const houseStyle = z.strictObject({
  verticals: z
    .union([
      z.literal("full"),
      z.literal("borne"),
      z.strictObject({ stretch: z.number().min(1).max(10) }),
      z.strictObject({ share: z.number().min(0).max(1) }),
    ])
    .default("borne")
    .describe("In full; as far as the picture bears; in full up to a stretch; always a share, 0…1"),
  ratio: z.number().min(0.05).max(20).nullable().default(null).describe("Width / height of the frame; null: free"),
});

export type HouseStyle = z.output<typeof houseStyle>;

export const NO_STYLE: HouseStyle = houseStyle.parse({});

/** The stretch that a style allows. */
export const stretchAllowed = ({ verticals }: HouseStyle): number =>
  verticals === "full"
    ? Infinity
    : typeof verticals === "object" && "stretch" in verticals
      ? verticals.stretch
      : BORNE_STRETCH;

/** The share of the verticals that a style asks for; null: it is found. */
export const shareAsked = ({ verticals }: HouseStyle): number | null =>
  verticals === "full" ? 1 : typeof verticals === "object" && "share" in verticals ? verticals.share : null;
