import { exists, notFound, originalPath } from "@/server";
import { PREVIEW_LEVELS, type PreviewLevel } from "@/server/image/shown/preview";
import { preview } from "@/server/image/shown/shown";
import { kept } from "../../../file-answer";
import { route } from "../../../respond";

export const dynamic = "force-dynamic";

/** A preview of an original; its content never changes. */
export const GET = route(async (_request, { sha256, level }) => {
  if (!/^[0-9a-f]{64}$/.test(sha256!) || !Object.hasOwn(PREVIEW_LEVELS, level!)) throw notFound("preview");
  if (!(await exists(originalPath(sha256!)))) throw notFound("photo");
  return kept(await preview(sha256!, level as PreviewLevel));
});
