import { ENDPOINTS } from "@/core/contract";
import { changePhoto } from "@/server";
import { routeOf } from "../../respond";

export const PATCH = routeOf(ENDPOINTS.changePhoto, ({ id, asked }) => changePhoto(id, asked));
