/**
 * What a photographer does to a recipe: pure functions, recipe → recipe, each with its words. The Bench calls them, and so
 * do jobs over many photos and the command line. Nothing here knows a screen, an id generator or a pointer.
 */
export * from "./edit";
export * from "./attitude-edits";
export * from "./carry";
export * from "./change-words";
export * from "./course-edits";
export * from "./curve-edits";
export * from "./edge-edits";
export * from "./face-edits";
export * from "./finish-edits";
export * from "./found-edits";
export * from "./frame-edits";
export * from "./guide-edits";
export * from "./keep-edits";
export * from "./lens-edits";
export * from "./line-edits";
export * from "./mask-edits";
export * from "./own-edges-edits";
export * from "./measure-edits";
export * from "./profile-edits";
export * from "./projection-edits";
export * from "./pull-edit";
export * from "./same-json";
export * from "./bend-edits";
export * from "./stroke-edits";
export * from "./trace-edits";
