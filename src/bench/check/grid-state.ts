import { create } from "zustand";

/** Lines within the frame, for composing. */
export const WITHIN = ["none", "thirds", "centre", "diagonals"] as const;
export type Within = (typeof WITHIN)[number];

interface GridState {
  /** Spaces across the picture's longer side. */
  readonly across: number;
  /** How far the grid is moved, shares of a space. */
  readonly aside: readonly [number, number];
  readonly opacity: number;
  readonly colour: "plain" | "red" | "green";
  readonly within: Within;
}

export const FEWEST = 2;
export const MOST = 80;

/** How the grid over the picture is; it is looked at, and no part of the recipe. */
export const useGrid = create<GridState>()(() => ({
  across: 18,
  aside: [0, 0],
  opacity: 0.5,
  colour: "plain",
  within: "none",
}));

/** Lines within a frame of one unit a side: pairs of ends, 0…1. */
export const withinLines = (within: Within): readonly (readonly [number, number, number, number])[] => {
  const at = (v: number) => [[v, 0, v, 1], [0, v, 1, v]] as const; // prettier-ignore
  switch (within) {
    case "none":
      return [];
    case "thirds":
      return [...at(1 / 3), ...at(2 / 3)];
    case "centre":
      return at(1 / 2);
    case "diagonals":
      return [[0, 0, 1, 1], [1, 0, 0, 1]]; // prettier-ignore
  }
};
