import { ENDPOINTS } from "@/core/contract";
import { keepDeliverySet, listKeptSets } from "@/server";
import { routeOf } from "../respond";

export const dynamic = "force-dynamic";

export const GET = routeOf(ENDPOINTS.keptSets, listKeptSets);
export const POST = routeOf(ENDPOINTS.keepSet, ({ asked }) => keepDeliverySet(asked));
