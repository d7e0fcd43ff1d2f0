/**
 * The Bench: one photo and its courses. It shows what the core computes and turns pointer and keys
 * into recipe edits; it computes nothing itself.
 */
export * from "./bench";
