/** The distortion measured from edges that are straight in reality (plumb-line method). */
export * from "./advise";
export * from "./line-fit";
export * from "./residuals";
export * from "./samples";
export * from "./solve-traces";
