import { say } from "@/language";
import { named } from "@/core/language";
import { writeFile } from "node:fs/promises";
import { edited, fieldIs, recordedAs, takeLayout, together } from "@/core/edits";
import { type LensModel, FIELDS, fieldOfView, isStitched } from "@/core/lens";
import { ownFieldOf } from "@/core/own-edges";
import { emptyRecipe } from "@/core/recipe";
import { UsageError, checkPhoto, checkTarget, options } from "./arguments";
import { inspected } from "./subject";

type Model = Exclude<LensModel, "brown-conrady">;
const MODELS: readonly Model[] = ["cylindrical", "equirectangular", "equidistant"];

/** How a stitched picture or a fisheye is laid out: as it says itself, as stated, or by its own edges; and may write a recipe that begins so. */
export async function run(args: string[]): Promise<void> {
  const { values, free } = options(args, ["as", "field", "out"]);
  if (free.length !== 1) throw new UsageError(say("Name one photo."));
  const photo = free[0]!;
  const model = MODELS.find((m) => m === values.as);
  if (values.as !== undefined && !model)
    throw new UsageError(say("--as is one of {models}.", { models: MODELS.join(", ") }));
  if (values.field !== undefined && !model) throw new UsageError(say("--field goes with --as."));
  const said = values.field === undefined ? null : Number(values.field);
  if (said !== null && model && !(said >= FIELDS[model][0] && said <= FIELDS[model][1]))
    throw new UsageError(
      say("--field is from {least} to {most} degrees for a {model} picture.", {
        least: FIELDS[model][0],
        most: FIELDS[model][1],
        model,
      }),
    );
  await checkPhoto(photo);
  if (values.out !== undefined) await checkTarget(values.out, [photo]);
  const { size } = await inspected(photo);
  const { statedLayout } = await import("@/server/image/reading/projection");
  const stated = model ? null : await statedLayout(photo, size);
  if (!model && !stated)
    throw new UsageError(say('"{photo}" does not say how far round it goes. State its projection by --as.', { photo }));
  const measured = model && said === null ? await measuredField(photo, model) : null;
  const begin = stated
    ? takeLayout(stated, size)
    : together(named("Layout"), [
        recordedAs(model!, size),
        fieldIs(said ?? measured!.field, size, measured ? "solved" : "stated"),
      ]);
  const recipe = edited(emptyRecipe(), begin, size);
  const { focalPx } = recipe.camera;
  if (values.out !== undefined) await writeFile(values.out, `${JSON.stringify(recipe, null, 2)}\n`);
  console.log(
    JSON.stringify({
      model: recipe.lens.model,
      from: stated ? "file" : measured ? "own edges" : "stated",
      field: fieldOfView(recipe.lens.model, focalPx!, size[0]),
      ...(measured ? { sigma: measured.sigma, missPx: measured.missPx } : {}),
      focalPx,
      ...(isStitched(recipe.lens.model) ? { surface: recipe.shape?.surface ?? 0 } : {}),
      ...(values.out === undefined ? {} : { out: values.out }),
    }),
  );
}

async function measuredField(photo: string, model: Model) {
  const { greenLight } = await import("@/server/image/reading/luminance");
  const told = ownFieldOf(await greenLight(photo), model);
  if (!told)
    throw new UsageError(
      say(
        "Too little in this photo is straight, long and off the horizon to tell how far round it goes. State it by --field.",
      ),
    );
  return told;
}
