import { z } from "zod";
import { say } from "@/language";
import { ENDPOINTS, type UploadAnswer } from "@/core/contract";
import { Problem, addPhoto, getAssignment, listPhotos } from "@/server";
import { cleanText } from "@/server/text";
import { route, routeOf } from "../../../respond";

export const dynamic = "force-dynamic";

/** Part of the list. */
const page = z.object({ count: z.coerce.number().int().min(1).max(5000).optional(), after: z.uuid().optional() });

export const GET = routeOf(ENDPOINTS.photos, async ({ id, request }) => {
  await getAssignment(id);
  return listPhotos(id, page.parse(Object.fromEntries(new URL(request.url).searchParams)));
});

/** One photo, its bytes as the body and its name in the query; streamed to disk. */
export const POST = route(async (request, { id }) => {
  const name = cleanText(new URL(request.url).searchParams.get("name") ?? "", 255);
  if (!name) throw new Problem(400, say("The photo has no name."));
  if (!request.body) throw new Problem(422, say("The file is empty."));
  return addPhoto(id!, name, request.body as unknown as AsyncIterable<Uint8Array>) satisfies Promise<UploadAnswer>;
});
