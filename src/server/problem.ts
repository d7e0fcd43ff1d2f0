import { say } from "@/language";
/** What a caller can be told: a sentence for people, and an HTTP status for the way there. */
export class Problem extends Error {
  override readonly name = "Problem";

  constructor(
    readonly status: 400 | 403 | 404 | 408 | 409 | 410 | 413 | 415 | 416 | 421 | 422 | 501 | 503 | 507,
    message: string,
    readonly details?: unknown,
  ) {
    super(message);
  }
}

export const notFound = (what: string): Problem =>
  new Problem(404, say("This {what} does not exist, or no longer.", { what }));
