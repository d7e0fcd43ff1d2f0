/**
 * What a course is to the core: its part of the recipe and its steps in the chain. A course's own folder says both;
 * this one knows no course.
 */
export * from "./course-part";
export * from "./light";
export * from "./number-setting";
export * from "./plane-step";
export * from "./raster";
export * from "./raster-step";
export * from "./step-kernel";
export * from "./values";
