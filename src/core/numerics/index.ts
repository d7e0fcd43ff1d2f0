/** Numerics, written once: small symmetric systems, damped least squares, robust measures. Nothing here knows a picture. */
export * from "./bordered";
export * from "./damped";
export * from "./least-squares";
export * from "./min-cut";
export * from "./robust";
export * from "./symmetric";
