/** Which way the camera really pointed, from lines that are vertical or horizontal in reality. */
export * from "./plumb-residual";
export * from "./solve-plumbs";
export * from "./line-question";
export * from "./explain";
export * from "./line-message";
export * from "./choose-face";
export * from "./line-model";
export * from "./likely-cause";
export * from "./line-shares";
export * from "./solve-lines";
export { WALL_COST } from "./walled-fit";
export * from "./group-segments";
export type { SegmentGroup, SegmentInput } from "./segment-groups";
export * from "./face-ratio";
export * from "./next-line";
