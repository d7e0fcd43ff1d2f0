import { ENDPOINTS } from "@/core/contract";
import { stopSet } from "@/server";
import { routeOf } from "../../respond";

export const PATCH = routeOf(ENDPOINTS.stopSet, ({ id }) => stopSet(id));
