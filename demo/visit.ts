import { emptyRecipe, type Line, type Recipe } from "@/core/recipe";
import { withSolvedAttitude } from "@/core/render";
import type { Truth } from "./truth/truth";
import { photos } from "./photos";

/** The demo's assignments, the visit to the mill last so that it heads the board. */
export const assignments: readonly { readonly name: string; readonly files: readonly string[] }[] = [
  { name: "Lens charts, spring", files: ["SM-0429.jpg", "SM-0430.jpg", "SM-0431.jpg", "SM-0432.jpg"] },
  { name: "Timber store, survey before repair", files: ["SM-0426.jpg"] },
  { name: "Sallow Mill, reading rooms", files: photos.map((p) => p.file) },
];

export interface Worked {
  readonly recipe: Recipe;
  /** Whether it goes out as a delivery at once. */
  readonly deliver?: boolean;
}

/** The recipe a photo starts with, knowing its camera. */
function begun({ focalPx, principal }: Truth): Recipe {
  return { ...emptyRecipe(), camera: { focalPx, focalFrom: "metadata", principal: [...principal] } };
}

/** A line along a listed edge, from one end of what is seen of it to the other. */
function along(truth: Truth, id: string): Line {
  const edge = truth.edges.find((e) => e.id === id);
  if (!edge) throw new Error(`${truth.picture} shows no edge ${id}.`);
  const [a, b] = [edge.recorded[0]!, edge.recorded[edge.recorded.length - 1]!];
  return { id, kind: edge.kind === "sill" ? "sill" : "plumb", points: [[...a], [...b]], on: true };
}

function withLens(recipe: Recipe, { lens }: Truth): Recipe {
  const [k, p] = [lens.k as [number, number, number], lens.p as [number, number]];
  return { ...recipe, lens: { ...recipe.lens, from: "by-hand", k, p, centre: [...lens.centre] } };
}

const withLines = (recipe: Recipe, truth: Truth, ...ids: string[]): Recipe =>
  withSolvedAttitude({ ...recipe, lines: ids.map((id) => along(truth, id)) }, truth.size);

const framed = (recipe: Recipe, ratio: number): Recipe => ({ ...recipe, frame: { ...recipe.frame, ratio } });

/** Versions already worked on, so that every state of the interface can be seen. */
export function workedVersions(file: string, truth: Truth): Worked[] {
  const start = begun(truth);
  switch (file) {
    // Finished: lines, frame, delivered.
    case "SM-0412.jpg":
      return [{ recipe: framed(withLines(start, truth, "w11-left", "w28-right", "w01-left"), 1.5), deliver: true }];
    // Lens only.
    case "SM-0415.jpg":
      return [{ recipe: withLens(start, truth) }];
    // Lens and lines of a view into a corner.
    case "SM-0419.jpg":
      return [
        {
          recipe: withLines(
            withLens(start, truth),
            truth,
            "window-3-left",
            "cheek-5-right",
            "shelf-cornice",
            "frieze",
            "window-1-head",
            "window-2-head",
          ),
        },
      ];
    // A wall from the side: its sills turn it face-on.
    case "SM-0420.jpg":
      return [
        { recipe: withLines(withLens(start, truth), truth, "sign-left", "upper-2-right", "sign-head", "band-0") },
      ];
    // One of these contradicts the others: the store leans, its neighbours do not.
    case "SM-0426.jpg":
      return [
        { recipe: withLines(withLens(start, truth), truth, "left-quoin", "right-quoin", "left-21-right", "post-21") },
      ];
    default:
      return [];
  }
}
