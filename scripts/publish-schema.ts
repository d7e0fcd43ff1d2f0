import { writeFileSync } from "node:fs";
import { recipeJsonSchema } from "@/core/recipe";

/** Writes the recipe's JSON Schema to docs/; a test holds the file to the code. */
writeFileSync("docs/recipe.schema.json", `${JSON.stringify(recipeJsonSchema(), null, 2)}\n`);
