import { listDeliveries, requestDelivery } from "@/server";
import { deliveryOptions } from "@/server/image/delivery-options";
import { body, route } from "../../../respond";

export const dynamic = "force-dynamic";

export const GET = route((_request, { id }) => listDeliveries(id!));
export const POST = route(async (request, { id }) => requestDelivery(id!, await body(request, deliveryOptions)));
