import { exists, notFound, originalPath } from "@/server";
import { tile } from "@/server/image/shown/shown";
import { kept } from "../../../../../file-answer";
import { route } from "../../../../../respond";

export const dynamic = "force-dynamic";

/** A tile of an original at full size; its content never changes. */
export const GET = route(async (_request, { sha256, column, row }) => {
  if (!/^[0-9a-f]{64}$/.test(sha256!) || ![column!, row!].every((n) => /^\d{1,4}$/.test(n))) throw notFound("tile");
  if (!(await exists(originalPath(sha256!)))) throw notFound("photo");
  const file = await tile(sha256!, Number(column), Number(row));
  if (!file) throw notFound("tile");
  return kept(file);
});
