import { z } from "zod";
import { saveRevision } from "@/server";
import { body, route } from "../../../respond";

const save = z.object({ base: z.number().int().nonnegative(), recipe: z.unknown(), token: z.uuid() });

export const POST = route(async (request, { id }) => {
  const { base, recipe, token } = await body(request, save);
  return saveRevision(id!, base, recipe, token);
});
