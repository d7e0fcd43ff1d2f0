import { z } from "zod";
import { cancelDelivery } from "@/server";
import { body, route } from "../../respond";

export const PATCH = route(async (request, { id }) => {
  await body(request, z.object({ cancelled: z.literal(true) }));
  return cancelDelivery(id!);
});
