/** Proportion: how tall the building really is. */
export * from "./recipe-part";
export * from "./proportion-step";
