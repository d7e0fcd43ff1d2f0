import { ENDPOINTS } from "@/core/contract";
import { createVersion } from "@/server";
import { routeOf } from "../../../respond";

export const POST = routeOf(ENDPOINTS.createVersion, ({ id, asked }) => createVersion(id, asked.recipe));
