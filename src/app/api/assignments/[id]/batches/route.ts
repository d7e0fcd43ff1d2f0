import { ENDPOINTS } from "@/core/contract";
import { createBatch, getAssignment, listBatches } from "@/server";
import { routeOf } from "../../../respond";

export const dynamic = "force-dynamic";

export const GET = routeOf(ENDPOINTS.batches, async ({ id }) => {
  await getAssignment(id);
  return listBatches(id);
});

export const POST = routeOf(ENDPOINTS.createBatch, ({ id, asked }) => createBatch(id, asked));
