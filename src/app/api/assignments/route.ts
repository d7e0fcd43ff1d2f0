import { ENDPOINTS } from "@/core/contract";
import { createAssignment, listAssignments } from "@/server";
import { routeOf } from "../respond";

export const dynamic = "force-dynamic";

export const GET = routeOf(ENDPOINTS.assignments, listAssignments);
export const POST = routeOf(ENDPOINTS.createAssignment, ({ asked }) => createAssignment(asked.name));
