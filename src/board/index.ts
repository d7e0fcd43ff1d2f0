/** The board: assignments, and one assignment's photos with what is settled on each. */
export * from "./assignment-board";
export * from "./photo-board";
