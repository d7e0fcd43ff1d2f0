/** What becomes of the gaps that a frame has: found, planned, and made as layers over the resampled picture. */
export * from "./depends-on";
export * from "./doubtful";
export * from "./edge-job";
export * from "./edge-layers";
export * from "./fill-field";
export * from "./gaps";
export * from "./graft-shift";
export * from "./made-up-share";
export * from "./normals";
export * from "./regions";
export * from "./rough-fill";
export { SPAN } from "./recorded-cell";
export * from "./stroke-boxes";
export * from "./stroke-plan";
