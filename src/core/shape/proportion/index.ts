/** Proportion: how tall the building really is. */
export * from "./recipe-part";
export * from "./proportion-step";
export * from "./on-wall";
export * from "./measured-shape";
export * from "./surfaces";
export * from "./scale";
export * from "./measure-share";
export * from "./solve-measures";
export * from "./tape";
export * from "./ratio-of";
