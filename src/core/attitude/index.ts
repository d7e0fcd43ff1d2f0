/** Which way the camera really pointed, from lines that are vertical in reality. */
export * from "./plumb-residual";
export * from "./solve-plumbs";
export * from "./explain";
