/** Finish: to come. */
export * from "./recipe-part";
