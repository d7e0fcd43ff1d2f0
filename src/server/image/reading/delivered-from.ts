import { type Recipe, RecipeError } from "@/core/recipe";
import { tooMuch } from "@/core/render/too-much";
import { isWholeText } from "../../text";
import sharp from "../library";
import { originalOf, recipeOf } from "../writing/xmp";

/** What a file that is a delivery says it was made from, and how. */
export interface DeliveredFrom {
  /** SHA-256 of the original, hexadecimal; null for deliveries that did not say yet. */
  readonly original: string | null;
  readonly recipe: Recipe;
}

/** What a picture file says of how it was made; null for one that is no delivery, or whose recipe cannot be read. */
export async function deliveredFrom(file: string): Promise<DeliveredFrom | null> {
  const { xmp = null } = await sharp(file, { limitInputPixels: false })
    .metadata()
    .catch(() => ({ xmp: null }));
  try {
    const recipe = recipeOf(xmp);
    // What the database could not keep makes no version: the file is a photo like any other.
    if (!recipe || !isWholeText(JSON.stringify(recipe)) || tooMuch(recipe)) return null;
    return { original: originalOf(xmp), recipe };
  } catch (error) {
    if (error instanceof RecipeError) return null;
    throw error;
  }
}
