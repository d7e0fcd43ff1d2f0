import { ENDPOINTS } from "@/core/contract";
import { openVersion } from "@/server";
import { routeOf } from "../../respond";

export const dynamic = "force-dynamic";

export const GET = routeOf(ENDPOINTS.version, ({ id }) => openVersion(id));
