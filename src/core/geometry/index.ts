/** Plane and space geometry without any notion of a camera. */
export * from "./vec";
export * from "./mat3";
export * from "./polygon";
export * from "./chebyshev";
