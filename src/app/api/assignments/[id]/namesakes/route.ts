import { ENDPOINTS } from "@/core/contract";
import { namesakes } from "@/server";
import { routeOf } from "../../../respond";

export const POST = routeOf(ENDPOINTS.namesakes, ({ id, asked }) => namesakes(id, asked.files));
