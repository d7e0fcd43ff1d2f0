import { ENDPOINTS } from "@/core/contract";
import { listDeliveries, requestDelivery } from "@/server";
import { routeOf } from "../../../respond";

export const dynamic = "force-dynamic";

export const GET = routeOf(ENDPOINTS.deliveries, ({ id }) => listDeliveries(id));
export const POST = routeOf(ENDPOINTS.deliver, ({ id, asked }) => requestDelivery(id, asked));
