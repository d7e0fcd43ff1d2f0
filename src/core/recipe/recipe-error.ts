/** A recipe that cannot be used; the message is a sentence for people. */
export class RecipeError extends Error {
  override readonly name = "RecipeError";
}
