import { z } from "zod";
import { saveRevision } from "@/server";
import { body, route } from "../../../respond";

const save = z.object({ base: z.number().int().nonnegative(), recipe: z.unknown() });

export const POST = route(async (request, { id }) => {
  const { base, recipe } = await body(request, save);
  return saveRevision(id!, base, recipe);
});
