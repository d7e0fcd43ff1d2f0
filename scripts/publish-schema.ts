import { writeFileSync } from "node:fs";
import { profileJsonSchema } from "@/core/lens";
import { recipeJsonSchema } from "@/core/recipe";

/** Writes the JSON Schemas of recipes and lens profiles to docs/; tests hold the files to the code. */
writeFileSync("docs/recipe.schema.json", `${JSON.stringify(recipeJsonSchema(), null, 2)}\n`);
writeFileSync("docs/lens-profile.schema.json", `${JSON.stringify(profileJsonSchema(), null, 2)}\n`);
