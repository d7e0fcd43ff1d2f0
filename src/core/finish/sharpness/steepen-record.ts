/**
 * The record by which a raster is steepened by the kernel, as byte offsets; written once, read here as TypeScript and by src/kernel as
 * AssemblyScript, so there is nothing in it but numbers.
 */

/** The raster's samples, worked on in place; its size and channels (i32). */
export const DATA = 0;
export const WIDTH = 4;
export const HEIGHT = 8;
export const CHANNELS = 12;
/** Room for how bright every pixel is (f32), continued by so many pixels on all sides. Four more follow each row. */
export const LIGHT = 16;
export const PAD = 20;
/** The blocks' table, how many lie in a row, and where the first begins, pixels: none, or before the raster (i32). */
export const BLOCKS = 24;
export const BLOCKS_WIDE = 28;
export const OFF_X = 32;
export const OFF_Y = 36;
/** The first row to make, and the one after the last (i32). */
export const FIRST_ROW = 40;
export const LAST_ROW = 44;
/** As Limits, prepared: the noise to the fourth, below what all is still, share of overshoot, least change (f32). */
export const QUIET = 48;
export const STILL = 52;
export const OVERSHOOT = 56;
export const NOTHING = 60;
/** What red, green and blue count for in brightness, their greatest being 1 together (f32). */
export const SEEN_RED = 64;
export const SEEN_GREEN = 68;
export const SEEN_BLUE = 72;
export const RECORD_BYTES = 80;

/** One block: where the right halves of its Gaussians begin (f32 each; 0: it stays), how far they reach (i32), its gains (f32). */
export const KERNEL_X = 0;
export const KERNEL_Y = 4;
export const REACH_X = 8;
export const REACH_Y = 12;
export const GAIN_X = 16;
export const GAIN_Y = 20;
export const BLOCK_BYTES = 24;
