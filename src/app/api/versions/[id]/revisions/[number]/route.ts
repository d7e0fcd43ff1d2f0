import { ENDPOINTS } from "@/core/contract";
import { revisionRecipe } from "@/server";
import { routeOf } from "../../../../respond";
import { rowNumber } from "../../../../row-number";

export const dynamic = "force-dynamic";

export const GET = routeOf(ENDPOINTS.revision, ({ id, params }) =>
  revisionRecipe(id, rowNumber.parse(params["number"])),
);
