import { z } from "zod";
import { createVersion } from "@/server";
import { body, route } from "../../../respond";

export const POST = route(async (request, { id }) =>
  createVersion(id!, (await body(request, z.object({ recipe: z.unknown().optional() }))).recipe),
);
