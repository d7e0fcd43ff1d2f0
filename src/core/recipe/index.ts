/** The recipe: every setting of one version of a photo, as one document. */
export * from "./schema";
export * from "./defaults";
export * from "./read";
export * from "./courses";
export * from "./laid";
export * from "./recipe-error";
