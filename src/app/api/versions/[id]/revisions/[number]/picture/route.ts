import { pictureOfState } from "@/server";
import { kept } from "../../../../../file-answer";
import { route } from "../../../../../respond";
import { rowNumber } from "../../../../../row-number";

export const dynamic = "force-dynamic";

/** A version's picture as one of its states corrects it, small; it never changes. */
export const GET = route(async (_request, { id, number }) => kept(await pictureOfState(id!, rowNumber.parse(number))));
