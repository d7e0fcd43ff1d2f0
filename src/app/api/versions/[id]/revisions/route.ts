import { ENDPOINTS } from "@/core/contract";
import { listRevisions, saveRevision } from "@/server";
import { routeOf } from "../../../respond";
import { rowNumber } from "../../../row-number";

export const POST = routeOf(ENDPOINTS.saveRevision, ({ id, asked: { base, recipe, token } }) =>
  saveRevision(id, base, recipe, { token }),
);

export const dynamic = "force-dynamic";

const before = rowNumber.nullable();

/** ?before=NUMBER: states before that one. */
export const GET = routeOf(ENDPOINTS.revisions, ({ id, request }) =>
  listRevisions(id, before.parse(new URL(request.url).searchParams.get("before") ?? null)),
);
