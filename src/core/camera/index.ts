/** The pinhole camera: its inner geometry and the way it points. */
export * from "./intrinsics";
export * from "./rotation";
