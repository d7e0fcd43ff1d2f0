/** Which way the camera really pointed, from lines that are vertical or horizontal in reality. */
export * from "./plumb-residual";
export * from "./solve-plumbs";
export * from "./told/line-question";
export * from "./told/explain";
export * from "./told/line-message";
export * from "./choose-face";
export * from "./line-model";
export * from "./told/likely-cause";
export * from "./line-shares";
export * from "./solve-lines";
export { WALL_COST } from "./walled-fit";
export * from "./found/group-segments";
export type { SegmentGroup, SegmentInput } from "./found/segment-groups";
export * from "./face-ratio";
export * from "./next-line";
