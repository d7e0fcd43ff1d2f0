/**
 * Edges: what is done with the gaps that a frame has, and the fill, which copies parts of the picture along the planes of
 * the building. It sees a picture as a field of colours; where that lies on a photo is for `render` to know.
 */
export * from "./fill";
export * from "./gap-side";
export * from "./recipe-part";
export * from "./course";
export * from "./strokes";
export * from "./stroke-area";
export * from "./outline-share";
export * from "./thing";
