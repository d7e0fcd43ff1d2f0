/** Marks that are straight in reality, and how far they stand out of true. */
export * from "./out-of-true";
export * from "./luminance";
export * from "./trace-edge";
export * from "./contrast-places";
export * from "./edge-peaks";
export * from "./straight-edge";
export * from "./cling";
export * from "./segments/find-segments";
