import { ENDPOINTS } from "@/core/contract";
import { ownLensOf } from "@/server";
import { routeOf } from "../../../respond";

export const dynamic = "force-dynamic";

export const GET = routeOf(ENDPOINTS.ownLens, ({ id, request }) => ownLensOf(id, request.signal));
