/**
 * The core: the numbers of the product, as pure functions.
 *
 * It knows neither DOM nor Node nor React; data in, data out. Folders follow the
 * courses, and a folder may import only folders named before it in docs/architecture.md.
 */
export * from "./numerics";
export * from "./geometry";
export * from "./camera";
export * from "./lens";
export * from "./lines";
export * from "./attitude";
export * from "./own-edges";
export * from "./frame";
export * from "./recipe";
export * from "./render";
