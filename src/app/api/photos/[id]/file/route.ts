import { ENDPOINTS } from "@/core/contract";
import { inTheFile } from "@/server";
import { routeOf } from "../../../respond";

export const dynamic = "force-dynamic";

export const GET = routeOf(ENDPOINTS.inTheFile, ({ id }) => inTheFile(id));
