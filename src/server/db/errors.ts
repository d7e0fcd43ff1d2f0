/**
 * What the database or the way to it says went wrong, told by its code: PostgreSQL 15 documentation, appendix A; Node's
 * for the connection.
 */
function databaseCode(error: unknown): string | null {
  for (let at = error, depth = 0; at instanceof Error && depth < 5; at = at.cause, depth++) {
    const { code } = at as { code?: unknown };
    if (typeof code === "string") return code;
    // Several addresses tried, none answered.
    if (at instanceof AggregateError) return databaseCode(at.errors[0]);
  }
  return null;
}

const GONE = new Set(["ECONNREFUSED", "ECONNRESET", "ENOTFOUND", "EPIPE", "ETIMEDOUT", "EHOSTUNREACH"]);
/** The driver's own words for a connection that ended, which have no code. */
const ENDED = /Connection terminated|timeout exceeded when trying to connect|Client has encountered a connection error/;

/** Whether the database cannot be reached at the moment: classes 08 and 57P (shut down, starting), or no connection. */
export function isUnreachable(error: unknown): boolean {
  const code = databaseCode(error);
  if (code) return GONE.has(code) || code.startsWith("08") || code.startsWith("57P") || code === "53300";
  for (let at = error, depth = 0; at instanceof Error && depth < 5; at = at.cause, depth++)
    if (ENDED.test(at.message)) return true;
  return false;
}

/** What went wrong, for a log: the database's own words, without the query that met it. */
export function reasonOf(error: unknown): string {
  let at = error;
  while (at instanceof Error && at.cause instanceof Error) at = at.cause;
  return at instanceof AggregateError ? reasonOf(at.errors[0]) : at instanceof Error ? at.message : String(at);
}

/** The same thing is there already. */
export const isTaken = (error: unknown): boolean => databaseCode(error) === "23505";
/** A text is no id, or has characters that cannot be kept. */
export const isBadId = (error: unknown): boolean => databaseCode(error) === "22P02";
export const isBadText = (error: unknown): boolean => ["22021", "22P05"].includes(databaseCode(error) ?? "");
