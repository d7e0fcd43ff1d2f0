/**
 * What a photographer does to a recipe: pure functions, recipe → recipe, each with its words. The Bench calls them, and so
 * do jobs over many photos and the command line. Nothing here knows a screen, an id generator or a pointer.
 */
export * from "./edit";
export * from "./settings/attitude-edits";
export * from "./carry";
export * from "./change-words";
export * from "./course-edits";
export * from "./settings/curve-edits";
export * from "./settings/edge-edits";
export * from "./marks/face-edits";
export * from "./settings/finish-edits";
export * from "./marks/found-edits";
export * from "./settings/frame-edits";
export * from "./marks/guide-edits";
export * from "./marks/keep-edits";
export * from "./settings/lens-edits";
export * from "./marks/line-edits";
export * from "./settings/mask-edits";
export * from "./marks/own-edges-edits";
export * from "./marks/measure-edits";
export * from "./settings/profile-edits";
export * from "./settings/projection-edits";
export * from "./marks/pull-edit";
export * from "./same-json";
export * from "./marks/bend-edits";
export * from "./settings/stroke-edits";
export * from "./marks/trace-edits";
