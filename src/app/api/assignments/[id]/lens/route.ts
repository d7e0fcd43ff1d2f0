import { ENDPOINTS } from "@/core/contract";
import { takeProfileForAll } from "@/server";
import { routeOf } from "../../../respond";

export const POST = routeOf(ENDPOINTS.takeProfileForAll, ({ id, asked }) => takeProfileForAll(id, asked));
