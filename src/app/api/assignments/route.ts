import { z } from "zod";
import { createAssignment, listAssignments } from "@/server";
import { body, route } from "../respond";

export const dynamic = "force-dynamic";

export const GET = route(() => listAssignments());
export const POST = route(async (request) =>
  createAssignment((await body(request, z.object({ name: z.string() }))).name),
);
