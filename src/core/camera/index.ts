/** The pinhole camera: its inner geometry, the way it points, and what its view is laid out on. */
export * from "./intrinsics";
export * from "./rotation";
export * from "./shown-on";
