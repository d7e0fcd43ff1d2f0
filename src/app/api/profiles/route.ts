import { z } from "zod";
import { keepProfile, listProfiles } from "@/server";
import { body, route } from "../respond";

export const dynamic = "force-dynamic";

export const GET = route(() => listProfiles());
export const POST = route(async (request) =>
  keepProfile((await body(request, z.object({ document: z.unknown() }))).document),
);
