import { TellingError } from "../language";

/** A recipe that cannot be used. */
export class RecipeError extends TellingError {
  override readonly name = "RecipeError";
}
