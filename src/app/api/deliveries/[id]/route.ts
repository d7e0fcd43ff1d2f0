import { ENDPOINTS } from "@/core/contract";
import { cancelDelivery, repeatDelivery } from "@/server";
import { routeOf } from "../../respond";

/** Cancels a delivery, or has it made again. */
export const PATCH = routeOf(ENDPOINTS.changeDelivery, ({ id, asked }) =>
  "cancelled" in asked ? cancelDelivery(id) : repeatDelivery(id),
);
