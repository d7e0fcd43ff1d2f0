import { tell } from "../language";
import { z } from "zod";
import { RecipeError } from "./recipe-error";
import { RECIPE_FORMAT, RECIPE_VERSION, type Recipe, recipeSchema } from "./schema";

type Document = Record<string, unknown>;

/** Steps from version n to n + 1, by n. Version 1 is the first. */
const migrations: ReadonlyMap<number, (old: Document) => Document> = new Map();

const isDocument = (v: unknown): v is Document => typeof v === "object" && v !== null && !Array.isArray(v);

/**
 * A recipe from parsed JSON: migrated to the current version, checked, its defaults filled in.
 *
 * @throws RecipeError when it is not a recipe, of an unknown version, or does not hold.
 */
export function readRecipe(json: unknown): Recipe {
  if (!isDocument(json) || json["format"] !== RECIPE_FORMAT)
    throw new RecipeError(tell('This is not a recipe: its "format" is not "{format}".', { format: RECIPE_FORMAT }));
  let document = json;
  let version = document["version"];
  if (typeof version !== "number" || !Number.isInteger(version) || version < 1 || version > RECIPE_VERSION)
    throw new RecipeError(
      tell("This recipe is of version {version}; this program knows versions 1 to {newest}.", {
        version: JSON.stringify(version) ?? tell("none"),
        newest: RECIPE_VERSION,
      }),
    );
  for (; version < RECIPE_VERSION; version++) {
    const step = migrations.get(version);
    if (!step)
      throw new RecipeError(
        tell("There is no way from recipe version {version} to {next}.", { version, next: version + 1 }),
      );
    document = step(document);
  }
  const result = recipeSchema.safeParse(document);
  if (result.success) return result.data;
  const issue = result.error.issues[0]!;
  const where = issue.path.length > 0 ? `"${issue.path.join(".")}"` : tell("the recipe");
  throw new RecipeError(tell("The recipe does not hold at {where}: {message}", { where, message: issue.message }));
}

/** A recipe from JSON text. @throws RecipeError also when the text is not JSON. */
export function parseRecipe(text: string): Recipe {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    throw new RecipeError(tell("This is not a recipe: the file is not valid JSON."));
  }
  return readRecipe(json);
}

/** The recipe's JSON Schema (draft 2020-12), as published in docs/. */
export function recipeJsonSchema(): object {
  return { title: "Flat Stone recipe, version 1", ...z.toJSONSchema(recipeSchema, { io: "input" }) };
}
