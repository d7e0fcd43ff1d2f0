import { say, sayError } from "@/language";
import { ZodError, type ZodType, type output } from "zod";
import type { Endpoint } from "@/core/contract";
import { RECIPE_FORMAT, RecipeError } from "@/core/recipe";
import { LIMITS, Problem, notFound } from "@/server";
import { arriving } from "@/server/photos/arriving";
import { isBadId, isBadText, isUnreachable } from "@/server/db/errors";
import { isOwnHost, isOwnOrigin } from "@/server/running/hosts";
import { RawJson } from "@/server/versions/checked-recipe";
import { isWholeText } from "@/server/text";
import { isId } from "../or-not-found";

type Params = Record<string, string>;
type Handler = (request: Request, params: Params) => Promise<unknown>;

/** What a handler by the contract gets: the request's JSON, checked, and the subject's id. */
interface Asked<A> {
  readonly asked: A;
  readonly id: string;
  readonly params: Params;
  readonly request: Request;
}

const refusal = (status: number, error: string, details: unknown = null, headers: Record<string, string> = {}) =>
  Response.json({ error, details }, { status, headers });

/** What went wrong, as an answer: a sentence with its status. */
function answerTo(error: unknown): Response {
  if (error instanceof Problem) return refusal(error.status, sayError(error), error.details ?? null);
  if (error instanceof ZodError)
    return refusal(400, say("The request does not hold: {message}", { message: error.issues[0]?.message ?? "" }));
  if (error instanceof RecipeError) return refusal(422, sayError(error));
  if (isBadId(error)) return refusal(404, say("This does not exist, or no longer."));
  if (isBadText(error))
    return refusal(400, say("The request does not hold: a text has characters that cannot be kept."));
  if (isUnreachable(error))
    return refusal(
      503,
      say("The database cannot be reached at the moment. What is saved is safe; try again in a few seconds."),
      null,
      { "retry-after": "3" },
    );
  console.error(error);
  return refusal(500, say("The server stumbled. Nothing you saved is lost; try again."));
}

/** A route handler: ids are checked, a result becomes JSON, a Problem a sentence with its status. */
export function route(handler: Handler) {
  return async (request: Request, context: { params: Promise<Params> }): Promise<Response> => {
    try {
      if (!isOwnHost(request.headers.get("host")))
        throw new Problem(421, say("This address is not one that Flat Stone answers to."));
      if (request.method !== "GET" && !isOwnOrigin(request.headers))
        throw new Problem(403, say("This request came from another site."));
      const params = (await context.params) ?? {};
      for (const [key, value] of Object.entries(params)) if (key.endsWith("id") && !isId(value)) throw notFound(key);
      const result = await handler(request, params);
      return result instanceof Response ? result : Response.json(result ?? null);
    } catch (error) {
      return answerTo(error);
    }
  };
}

/** A result as the contract has it; long JSON in it goes out as it is. @throws Error, which is the server's own fault, where it does not hold. */
function answered<B extends ZodType>(answer: B, result: unknown): Response {
  const raw: string[] = [];
  // A zero byte, which no kept text holds, marks the places of long JSON.
  const marked = JSON.stringify(result ?? null, (_, value: unknown) => {
    if (!(value instanceof RawJson)) return value;
    raw.push(value.text);
    return { format: RECIPE_FORMAT, raw: `\0${raw.length - 1}` };
  });
  const read = answer.safeParse(JSON.parse(marked));
  if (!read.success) throw new Error(`An answer breaks the contract: ${read.error.message}`);
  const text = JSON.stringify(read.data);
  const whole = raw.reduce(
    (all, long, i) => all.replace(JSON.stringify({ format: RECIPE_FORMAT, raw: `\0${i}` }), () => long),
    text,
  );
  return new Response(whole, { headers: { "content-type": "application/json" } });
}

/** A route by the contract: what is asked is checked on its way in, what is answered on its way out. */
export const routeOf = <A extends ZodType, B extends ZodType>(
  { asked, answer }: Endpoint<A, B>,
  handler: (order: Asked<output<A>>) => Promise<unknown>,
) =>
  route(async (request, params) => {
    const json = request.method === "GET" ? undefined : await body(request, asked);
    const result = await handler({ asked: json as output<A>, id: params["id"] ?? "", params, request });
    return answered(answer, result);
  });

/** The request's bytes. @throws Problem 413 as soon as there are too many, 408 when they stop coming. */
async function bytesOf(request: Request, most: number): Promise<Uint8Array> {
  const tooMuch = new Problem(413, say("The request is larger than {most} MB.", { most: Math.round(most / 2 ** 20) }));
  if (Number(request.headers.get("content-length") ?? 0) > most) throw tooMuch;
  const parts: Uint8Array[] = [];
  let length = 0;
  for await (const chunk of arriving((request.body ?? []) as unknown as AsyncIterable<Uint8Array>)) {
    length += chunk.byteLength;
    if (length > most) throw tooMuch;
    parts.push(chunk);
  }
  return Buffer.concat(parts);
}

/** Where a text of JSON may hold what cannot be kept: a zero byte or half a character, which must be escaped there. */
const SUSPECT = /\\u(0000|d[89a-f])/i;

function refuseBrokenText(key: string, value: unknown): unknown {
  if (!isWholeText(key) || (typeof value === "string" && !isWholeText(value)))
    throw new Problem(
      400,
      say("The request does not hold: a text has a zero byte or half a character, which cannot be kept."),
    );
  return value;
}

/** The request's JSON, checked. @throws Problem 400, 408, 413; ZodError. */
async function body<T>(request: Request, schema: ZodType<T>): Promise<T> {
  const bytes = await bytesOf(request, LIMITS.jsonBytes);
  let json: unknown;
  try {
    const text = new TextDecoder("utf-8", { fatal: true }).decode(bytes);
    json = JSON.parse(text, SUSPECT.test(text) ? refuseBrokenText : undefined);
  } catch (error) {
    if (error instanceof Problem) throw error;
    throw new Problem(400, say("The request is not JSON."));
  }
  return schema.parse(json);
}
