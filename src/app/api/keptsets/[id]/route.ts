import { ENDPOINTS } from "@/core/contract";
import { changeKeptSet } from "@/server";
import { routeOf } from "../../respond";

export const PATCH = routeOf(ENDPOINTS.changeKeptSet, ({ id, asked }) => changeKeptSet(id, asked));
