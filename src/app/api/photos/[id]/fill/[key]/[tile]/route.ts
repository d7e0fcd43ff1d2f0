import path from "node:path";
import { exists, fillFolder, fillTile, getPhoto, notFound } from "@/server";
import { kept } from "../../../../../file-answer";
import { route } from "../../../../../respond";

export const dynamic = "force-dynamic";

/** A fill as it is shown: "fit", all of the frame, or COLUMN_ROW, a tile at full size. It never changes under its key. */
export const GET = route(async (_request, { id, key, tile }) => {
  const place = /^(\d{1,4})_(\d{1,4})$/.exec(tile!);
  if (!/^[0-9a-f]{32}$/.test(key!) || (tile !== "fit" && !place)) throw notFound("fill");
  const { sha256, width, height, bytes } = await getPhoto(id!);
  const fit = path.join(fillFolder(sha256, key!), "fit.png");
  if (!(await exists(fit))) throw notFound("fill");
  if (!place) return kept(fit, "image/png");
  const file = await fillTile(sha256, key!, Number(place[1]), Number(place[2]), [width, height], bytes);
  // Most tiles hold no gap.
  return file ? kept(file, "image/png") : new Response(null, { status: 204 });
});
