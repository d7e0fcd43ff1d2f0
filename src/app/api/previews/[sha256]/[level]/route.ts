import { createReadStream } from "node:fs";
import { stat } from "node:fs/promises";
import { Readable } from "node:stream";
import { exists, notFound, originalPath } from "@/server";
import { PREVIEW_LEVELS, type PreviewLevel, preview } from "@/server/image/preview";
import { route } from "../../../respond";

export const dynamic = "force-dynamic";

/** A preview of an original; its content never changes, so browsers may keep it for good. */
export const GET = route(async (_request, { sha256, level }) => {
  if (!/^[0-9a-f]{64}$/.test(sha256!) || !Object.hasOwn(PREVIEW_LEVELS, level!)) throw notFound("preview");
  if (!(await exists(originalPath(sha256!)))) throw notFound("photo");
  const file = await preview(sha256!, level as PreviewLevel);
  const { size } = await stat(file);
  return new Response(Readable.toWeb(createReadStream(file)) as ReadableStream, {
    headers: {
      "content-type": "image/jpeg",
      "content-length": `${size}`,
      "cache-control": "private, max-age=31536000, immutable",
    },
  });
});
