import { ENDPOINTS } from "@/core/contract";
import { photoOwnProfile } from "@/server";
import { routeOf } from "../../../respond";

export const dynamic = "force-dynamic";

export const GET = routeOf(ENDPOINTS.ownProfile, ({ id }) => photoOwnProfile(id));
