import { ENDPOINTS } from "@/core/contract";
import { keepProfile, listProfiles } from "@/server";
import { routeOf } from "../respond";

export const dynamic = "force-dynamic";

export const GET = routeOf(ENDPOINTS.profiles, listProfiles);
export const POST = routeOf(ENDPOINTS.keepProfile, ({ asked }) => keepProfile(asked.document));
