import { ENDPOINTS } from "@/core/contract";
import { proposedFor } from "@/server";
import { routeOf } from "../../../respond";

export const dynamic = "force-dynamic";

export const POST = routeOf(ENDPOINTS.proposed, ({ id, asked, request }) => proposedFor(id, asked, request.signal));
