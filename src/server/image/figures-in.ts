import { type Figures, figuresOf } from "@/core/answers";
import type { Size } from "@/core/geometry";
import { type Recipe, RecipeError, readRecipe } from "@/core/recipe";
import { toldBefore } from "./proposed-in";

export interface FiguresOrder {
  readonly sha256: string;
  readonly size: Size;
  /** The recipe that the photo began with. */
  readonly start: Recipe;
  /** As it is kept: read where it is measured, since it may be long. */
  readonly recipe: unknown;
}

/** What a kept photo comes to under a recipe; null where that cannot be read. Runs in a hand. */
export async function figuresIn({ sha256, size, start, recipe }: FiguresOrder): Promise<Figures | null> {
  try {
    return figuresOf(readRecipe(recipe), size, await toldBefore({ sha256, size, start }));
  } catch (error) {
    if (error instanceof RecipeError) return null;
    throw error;
  }
}
