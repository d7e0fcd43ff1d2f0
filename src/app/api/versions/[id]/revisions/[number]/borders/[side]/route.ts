import { z } from "zod";
import { BORDERS } from "@/core/contract";
import { borderOfState } from "@/server";
import { kept } from "../../../../../../file-answer";
import { route } from "../../../../../../respond";
import { rowNumber } from "../../../../../../row-number";

export const dynamic = "force-dynamic";

/** The strip along one border of a version as one of its states corrects it, at full size; it never changes. */
export const GET = route(async (_request, { id, number, side }) =>
  kept(await borderOfState(id!, rowNumber.parse(number), z.enum(BORDERS).parse(side))),
);
