import { ENDPOINTS } from "@/core/contract";
import { saveRevision } from "@/server";
import { routeOf } from "../../../respond";

export const POST = routeOf(ENDPOINTS.saveRevision, ({ id, asked: { base, recipe, token } }) =>
  saveRevision(id, base, recipe, token),
);
