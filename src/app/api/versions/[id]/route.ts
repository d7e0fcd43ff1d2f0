import { ENDPOINTS } from "@/core/contract";
import { changeVersion, openVersion } from "@/server";
import { wholeText } from "@/server/text";
import { routeOf } from "../../respond";

export const dynamic = "force-dynamic";

const text = wholeText.optional();

export const GET = routeOf(ENDPOINTS.version, ({ id }) => openVersion(id));
export const PATCH = routeOf(ENDPOINTS.changeVersion, ({ id, asked }) => {
  text.parse(asked.name);
  text.parse(asked.note);
  return changeVersion(id, asked);
});
