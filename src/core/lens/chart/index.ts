/** The camera measured from pictures of a printed chart. */
export * from "./calibrate";
export type { ChartKind } from "./candidates";
export * from "./find";
export type { Grey } from "./raster";
