import { say } from "@/language";
import sharp, { allowDelivered } from "@/server/image/library";
import { isDelivered } from "@/server/image/reading/kinds";
import { recipeOf } from "@/server/image/writing/xmp";
import { UsageError, checkPhoto, options } from "./arguments";

/** Prints the recipe that a delivered file was made by. */
export async function run(args: string[]): Promise<void> {
  const { free } = options(args, []);
  if (free.length !== 1) throw new UsageError(say("Name one delivered file."));
  const file = free[0]!;
  await checkPhoto(file);
  if (!(await isDelivered(file)))
    throw new UsageError(say('"{file}" is none of the kinds of file that are delivered.', { file }));
  allowDelivered();
  const meta = await sharp(file)
    .metadata()
    .catch(() => {
      throw new UsageError(say('"{file}" cannot be read as a picture.', { file }));
    });
  const recipe = recipeOf(meta.xmp ?? null);
  if (!recipe)
    throw new UsageError(
      say('"{file}" holds no recipe: it was not delivered by Flat Stone, or lost its metadata.', { file }),
    );
  console.log(JSON.stringify(recipe));
}
