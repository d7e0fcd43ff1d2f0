import { ENDPOINTS } from "@/core/contract";
import { changeProfile } from "@/server";
import { routeOf } from "../../respond";

export const PATCH = routeOf(ENDPOINTS.changeProfile, ({ id, asked }) => changeProfile(id, asked));
