import { say } from "@/language";
import { decode } from "@/server/image/reading/decode";
import { UsageError, checkPhoto, checkTarget, options, readRecipeFile, required } from "./arguments";
import { deliver, deliveryAsked } from "./deliver";
import { inspected } from "./subject";
import { weighedFor } from "./weighed";

export async function run(args: string[]): Promise<void> {
  const { values, free, on } = options(
    args,
    ["recipe", "out", "mask", "doubt", "quality", "chroma", "colour", "compression"],
    ["progressive"],
  );
  if (free.length !== 1) throw new UsageError(say("Name one photo to render."));
  const source = free[0]!;
  const target = required(values.out, "--out");
  const asked = deliveryAsked(target, values, on.has("progressive"));
  const recipeFile = required(values.recipe, "--recipe");
  await checkPhoto(source);
  await checkTarget(target, [source, recipeFile]);
  const { mask, doubt } = values;
  for (const beside of [mask, doubt]) {
    if (beside === undefined) continue;
    if (!/\.png$/i.test(beside)) throw new UsageError(say('"{mask}" does not end in .png.', { mask: beside }));
    await checkTarget(beside, [source, recipeFile, target, ...(beside === doubt && mask ? [mask] : [])]);
  }
  // Its decoding is begun at once; what is wrong with the photo is told by its inspection, in better words.
  const decoding = decode(source, asked.colour);
  decoding.catch(() => undefined);
  const subject = await inspected(source);
  const recipe = readRecipeFile(recipeFile).then((read) => weighedFor(read, subject, source));
  recipe.catch(() => undefined);
  console.log(
    JSON.stringify(
      await deliver({
        source,
        target,
        ...subject,
        decoding,
        recipe,
        options: asked,
        ...(mask && { mask }),
        ...(doubt && { doubt }),
      }),
    ),
  );
}
