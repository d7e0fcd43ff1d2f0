import { z } from "zod";

/** What a picture can be about, and far more: beyond it numbers only make others fail. */
export const finite = z.number().min(-1e4).max(1e4);
/** A coordinate, pixels. */
export const pixels = z.number().min(-1e7).max(1e7);
export const point = z.tuple([pixels, pixels]);
