/** From a recipe to pixels: one inverse map that preview, delivery and command line share. */
export * from "./settled";
export * from "./settle";
export * from "./compile";
export * from "./sample-grid";
export * from "./kernels";
export * from "./resample";
export * from "./optics";
export * from "./calm";
export * from "./measured";
export * from "./focal-by-measures";
export * from "./true-already";
export * from "./frame-follows";
export * from "./stretch";
export * from "./window";
export * from "./gaps";
export * from "./steps";
export * from "./work-band";
export { CELL } from "./cells";
