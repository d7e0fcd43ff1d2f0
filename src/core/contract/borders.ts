/** The borders of a corrected photo, where it is checked first. */
export const BORDERS = ["left", "right", "top", "bottom"] as const;
export type Border = (typeof BORDERS)[number];

/** How wide the strip along a border is that is shown of it, pixels of the corrected photo. */
export const STRIP = 160;
