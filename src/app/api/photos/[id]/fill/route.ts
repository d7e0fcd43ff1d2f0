import { ENDPOINTS } from "@/core/contract";
import { askedFill } from "@/server";
import { routeOf } from "../../../respond";

export const dynamic = "force-dynamic";

export const POST = routeOf(ENDPOINTS.fill, ({ id, asked, request }) =>
  askedFill(id, asked.recipe, request.signal, asked.ready),
);
