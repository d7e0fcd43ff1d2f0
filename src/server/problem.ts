/** What a caller can be told: a sentence for people, and an HTTP status for the way there. */
export class Problem extends Error {
  override readonly name = "Problem";

  constructor(
    readonly status: 400 | 404 | 409 | 413 | 415 | 422 | 501 | 507,
    message: string,
    readonly details?: unknown,
  ) {
    super(message);
  }
}

export const notFound = (what: string): Problem => new Problem(404, `This ${what} does not exist, or no longer.`);
