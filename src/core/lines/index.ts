/** Marks that are straight in reality, and how far they stand out of true. */
export * from "./recipe-part";
export * from "./course";
export * from "./attitude-step";
export * from "./out-of-true";
export * from "./halved";
export * from "./detail";
export * from "./luminance";
export * from "./trace-edge";
export * from "./contrast-places";
export * from "./edge-peaks";
export * from "./straight-edge";
export * from "./cling";
export * from "./round-edge";
export * from "./quad-edges";
export * from "./segments/find-segments";
export * from "./edge-reading";
