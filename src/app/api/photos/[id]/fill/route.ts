import { ENDPOINTS } from "@/core/contract";
import { fillOf } from "@/server";
import { routeOf } from "../../../respond";

export const dynamic = "force-dynamic";

export const POST = routeOf(ENDPOINTS.fill, ({ id, asked, request }) =>
  fillOf(id, asked.recipe, request.signal, asked.ready),
);
