import { ENDPOINTS } from "@/core/contract";
import { changeBracket } from "@/server";
import { routeOf } from "../../respond";

export const PATCH = routeOf(ENDPOINTS.changeBracket, ({ id, asked }) => changeBracket(id, asked));
