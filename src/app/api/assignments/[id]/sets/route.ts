import { ENDPOINTS } from "@/core/contract";
import { createSet, getAssignment, listSets } from "@/server";
import { routeOf } from "../../../respond";

export const dynamic = "force-dynamic";

export const GET = routeOf(ENDPOINTS.sets, async ({ id }) => {
  await getAssignment(id);
  return listSets(id);
});

export const POST = routeOf(ENDPOINTS.createSet, ({ id, asked }) => createSet(id, asked));
