/** The frame: which part of the corrected plane becomes the picture. */
export * from "./recipe-part";
export * from "./course";
export * from "./clean-frame";
export * from "./keep-marks";
export * from "./weighed-frame";
export * from "./share-kept";
export * from "./output-size";
export * from "./turn-step";
export * from "./cut-off";
export * from "./scale-bar";
export * from "./ratio-words";
