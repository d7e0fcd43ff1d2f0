import { z } from "zod";
import { cancelDelivery, repeatDelivery } from "@/server";
import { body, route } from "../../respond";

const change = z.union([z.object({ cancelled: z.literal(true) }), z.object({ again: z.literal(true) })]);

/** Cancels a delivery, or has it made again. */
export const PATCH = route(async (request, { id }) => {
  const asked = await body(request, change);
  return "cancelled" in asked ? cancelDelivery(id!) : repeatDelivery(id!);
});
