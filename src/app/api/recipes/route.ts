import { ENDPOINTS } from "@/core/contract";
import { listSavedRecipes, saveRecipe } from "@/server";
import { routeOf } from "../respond";

export const dynamic = "force-dynamic";

export const GET = routeOf(ENDPOINTS.savedRecipes, listSavedRecipes);
export const POST = routeOf(ENDPOINTS.saveRecipe, ({ asked }) => saveRecipe(asked));
