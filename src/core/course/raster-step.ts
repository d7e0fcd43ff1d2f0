import type { Rect } from "../geometry";
import type { Raster, Samples } from "./raster";
import type { StepKernel } from "./step-kernel";

/** Where a raster lies. */
export interface RasterPlace {
  /** The raster's upper left corner, pixels of the corrected plane. */
  readonly x: number;
  readonly y: number;
  /** Pixels of the raster to one of the plane. */
  readonly scale: number;
  /** The first row that is kept, and the one after the last: others need not be made. Absent: all. */
  readonly rows?: readonly [number, number];
  /** Does the same faster, within a level; absent: there is none. */
  readonly kernel?: StepKernel | undefined;
}

/** Numbers given all over a part of the plane, four to a place, for a step on the graphics card. */
export interface ShaderField {
  /** What it was made from: two fields of one name are the same. */
  readonly name: string;
  /** The part of the plane that it covers, pixels; beyond it the border repeats. */
  readonly rect: Rect;
  readonly width: number;
  readonly height: number;
  readonly data: Float32Array;
}

/** The same step on the graphics card, for the sheet. */
export interface RasterShader {
  /**
   * GLSL that defines `vec4 stepped(ivec2 at)`: the pixel to put at `at`, from `texel(ivec2)`, which repeats the border.
   * Colours 0…1 as displayed, not premultiplied. `scale` is there as in RasterPlace, and so are the numbers below.
   */
  readonly source: string;
  readonly numbers: Readonly<Record<string, number>>;
  /** Absent: there is none. Otherwise the source may ask for `field(ivec2)`: its numbers there, smooth between places. */
  readonly field?: ShaderField;
}

/**
 * A step of the chain that makes pixels of pixels, on the corrected plane after the last resampling. It looks no further
 * around itself than `reach`; what needs the whole picture is a layer.
 */
export interface RasterStep {
  /** What it is, with all its numbers: two steps of one name do the same. */
  readonly name: string;
  /** How far it looks, pixels of the plane. */
  readonly reach: number;
  /**
   * Makes a raster of the same size. At the borders of what it is given the border repeats; what that spoils, within the
   * reach of a border that is not the picture's own, is cut off by the caller.
   */
  run(source: Raster, target: Samples, place: RasterPlace): void;
  /** Null: the sheet shows it only where it is made as the delivery is. */
  readonly shader: RasterShader | null;
}

/** A picture laid over the resampled one, such as a filled gap: made once of the whole picture, and kept. */
export interface Layer {
  /** What it was made from: two layers of one name are the same. */
  readonly name: string;
  /** Where it lies, pixels of the plane. */
  readonly rect: Rect;
  /** Two or four channels, the last its alpha. */
  readonly raster: Raster;
}
