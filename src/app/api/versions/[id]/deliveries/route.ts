import { z } from "zod";
import { listDeliveries, requestDelivery } from "@/server";
import { body, route } from "../../../respond";

export const dynamic = "force-dynamic";

const order = z.object({ format: z.enum(["jpeg", "png", "tiff"]), quality: z.number().int().min(1).max(100) });

export const GET = route((_request, { id }) => listDeliveries(id!));
export const POST = route(async (request, { id }) => requestDelivery(id!, await body(request, order)));
