import { ENDPOINTS } from "@/core/contract";
import { changeAssignment } from "@/server";
import { routeOf } from "../../respond";

export const PATCH = routeOf(ENDPOINTS.changeAssignment, ({ id, asked }) => changeAssignment(id, asked));
