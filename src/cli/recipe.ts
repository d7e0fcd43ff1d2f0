import sharp from "sharp";
import { recipeOf } from "@/server/image/xmp";
import { UsageError, options } from "./arguments";

/** Prints the recipe that a delivered file was made by. */
export async function run(args: string[]): Promise<void> {
  const { free } = options(args, []);
  if (free.length !== 1) throw new UsageError("Name one delivered file.");
  const meta = await sharp(free[0]!)
    .metadata()
    .catch(() => {
      throw new UsageError(`"${free[0]}" cannot be read as a picture.`);
    });
  const recipe = recipeOf(meta.xmp ?? null);
  if (!recipe)
    throw new UsageError(`"${free[0]}" holds no recipe: it was not delivered by Flat Stone, or lost its metadata.`);
  console.log(JSON.stringify(recipe));
}
