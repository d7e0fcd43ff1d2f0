import { ENDPOINTS } from "@/core/contract";
import { reviewed, stopBatch, undoBatch } from "@/server";
import { routeOf } from "../../respond";

export const PATCH = routeOf(ENDPOINTS.changeBatch, ({ id, asked }) =>
  "stopped" in asked
    ? stopBatch(id)
    : "reviewed" in asked
      ? reviewed(id, asked.reviewed)
      : undoBatch(id, asked.undone === true ? undefined : asked.undone),
);
