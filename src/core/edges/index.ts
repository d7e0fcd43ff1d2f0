/** Edges: to come. */
export * from "./recipe-part";
