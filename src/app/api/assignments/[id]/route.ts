import { z } from "zod";
import { changeAssignment } from "@/server";
import { body, route } from "../../respond";

const change = z
  .object({ name: z.string().optional(), deleted: z.boolean().optional() })
  .refine((c) => c.name !== undefined || c.deleted !== undefined, "it changes nothing.");

export const PATCH = route(async (request, { id }) => changeAssignment(id!, await body(request, change)));
