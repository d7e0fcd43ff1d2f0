/**
 * The record by which colours in bytes get their tone from the kernel, as byte offsets; written once, read here as TypeScript and by src/kernel
 * as AssemblyScript, so there is nothing in it but numbers.
 */

/** The raster's samples, worked on in place; how many pixels, a multiple of four, and of how many channels, three or four (i32). */
export const DATA = 0;
export const COUNT = 4;
export const CHANNELS = 8;
/** The light of each byte (f32), and the byte of light in so many places less one (u8). */
export const LIGHTS = 12;
export const BYTES = 16;
export const FINE = 20;
/** Factors of the curve, evenly over the root of light (f32; 0: there is none), places of them to a root of 1 (f32). */
export const FACTORS = 24;
export const PLACES = 28;
/** Factors on red, green and blue light, and what they count for in brightness (f32). */
export const GAINS = 32;
export const SEEN = 44;
/** Colours stronger by this, −1…1 (f32). */
export const SATURATION = 56;
/** Room for twelve places on their way to bytes (i32). */
export const ON_THE_WAY = 64;
export const RECORD_BYTES = 112;
