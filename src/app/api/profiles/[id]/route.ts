import { z } from "zod";
import { changeProfile } from "@/server";
import { body, route } from "../../respond";

const change = z.object({ document: z.unknown().optional(), deleted: z.boolean().optional() });

export const PATCH = route(async (request, { id }) => changeProfile(id!, await body(request, change)));
