/** The lens: where it put a point on the sensor, and where an ideal lens would have put it. */
export * from "./brown-conrady";
export * from "./equidistant";
export * from "./distortion-percent";
export * from "./fringes";
export * from "./lens";
export * from "./lens-step";
export * from "./recipe-part";
export * from "./measure-fringes";
export * from "./orientation";
export * from "./srgb";
export * from "./vignetting";
export * from "./pulled-bow";
export * from "./profile";
export * from "./traced";
export * from "./chart";
export * from "./dng-opcodes";
