/** The lens, focal length and attitude as a picture's own straight edges tell them, with what they cannot tell. */
export * from "./own-edge";
export * from "./solve";
export * from "./find-edges";
export * from "./proposal";
export * from "./pool";
export * from "./pooled-proposal";
export * from "./same-setting";
export * from "./words";
export * from "./own-field";
