import { z } from "zod";
import { takeProfileForAll } from "@/server";
import { body, route } from "../../../respond";

const order = z.object({ profileId: z.uuid(), lens: z.string().min(1), except: z.uuid().optional() });

export const POST = route(async (request, { id }) => takeProfileForAll(id!, await body(request, order)));
