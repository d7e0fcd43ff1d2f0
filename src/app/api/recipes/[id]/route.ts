import { ENDPOINTS } from "@/core/contract";
import { changeSavedRecipe } from "@/server";
import { routeOf } from "../../respond";

export const PATCH = routeOf(ENDPOINTS.changeSavedRecipe, ({ id, asked }) => changeSavedRecipe(id, asked));
