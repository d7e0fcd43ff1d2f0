/**
 * Shape, the third course: how tall things are (`proportion`), and what is straight, flat or must keep its form (`bend`).
 * It knows the plane and the marks on it; how a photo gets there is for `render` to know.
 */
export * from "./course";
export * from "./view-step";
export * from "./proportion";
export * from "./bend";
