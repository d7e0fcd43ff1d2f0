/**
 * Shape: taut lines, joined faces and shields, all in one warp of the corrected plane. It knows the plane and the marks on it;
 * how a photo gets there is for `render` to know.
 */
export * from "./bend-settings";
export * from "./bend-model";
export * from "./bend-step";
export * from "./sight";
export * from "./bend-marks";
export * from "./shared-edges";
export * from "./drawn-out";
export * from "./explain-bend";
export * from "./bowed-edges";
export * from "./placed-edges";
export * from "./similarity";
export * from "./quad";
export * from "./rectangle-ratio";
export * from "./face-patch";
export * from "./solve-joints";
export * from "./solve-field";
export * from "./placed-marks";
export * from "./spline-field";
export * from "./warp";
