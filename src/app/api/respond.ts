import { createReadStream } from "node:fs";
import { stat } from "node:fs/promises";
import { Readable } from "node:stream";
import { ZodError, type ZodType } from "zod";
import { Problem, notFound } from "@/server";
import { isId } from "../or-not-found";

type Params = Record<string, string>;
type Handler = (request: Request, params: Params) => Promise<unknown>;

/** Refuses requests that another site's page sends to this machine. */
function sameOrigin(request: Request): boolean {
  const origin = request.headers.get("origin");
  const site = request.headers.get("sec-fetch-site");
  if (site && site !== "same-origin" && site !== "none") return false;
  return !origin || new URL(origin).host === request.headers.get("host");
}

/** A route handler: ids are checked, a result becomes JSON, a Problem a sentence with its status. */
export function route(handler: Handler) {
  return async (request: Request, context: { params: Promise<Params> }): Promise<Response> => {
    try {
      if (request.method !== "GET" && !sameOrigin(request))
        throw new Problem(400, "This request came from another site.");
      const params = (await context.params) ?? {};
      for (const [key, value] of Object.entries(params)) if (key.endsWith("id") && !isId(value)) throw notFound(key);
      const result = await handler(request, params);
      return result instanceof Response ? result : Response.json(result ?? null);
    } catch (error) {
      if (error instanceof Problem)
        return Response.json({ error: error.message, details: error.details ?? null }, { status: error.status });
      if (error instanceof ZodError)
        return Response.json({ error: `The request does not hold: ${error.issues[0]?.message}` }, { status: 400 });
      console.error(error);
      return Response.json({ error: "The server stumbled. Nothing you saved is lost; try again." }, { status: 500 });
    }
  };
}

/** A JPEG that never changes under its address, so that browsers may keep it for good. */
export async function kept(file: string): Promise<Response> {
  const { size } = await stat(file);
  return new Response(Readable.toWeb(createReadStream(file)) as ReadableStream, {
    headers: {
      "content-type": "image/jpeg",
      "content-length": `${size}`,
      "cache-control": "private, max-age=31536000, immutable",
    },
  });
}

/** The request's JSON, checked. */
export async function body<T>(request: Request, schema: ZodType<T>): Promise<T> {
  let json: unknown;
  try {
    json = await request.json();
  } catch {
    throw new Problem(400, "The request is not JSON.");
  }
  return schema.parse(json);
}
