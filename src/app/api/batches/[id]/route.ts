import { ENDPOINTS } from "@/core/contract";
import { stopBatch, undoBatch } from "@/server";
import { routeOf } from "../../respond";

export const PATCH = routeOf(ENDPOINTS.changeBatch, ({ id, asked }) =>
  "stopped" in asked ? stopBatch(id) : undoBatch(id),
);
