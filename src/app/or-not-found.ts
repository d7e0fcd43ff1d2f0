import { sayError } from "@/language";
import { Problem } from "@/server";
import { isBadId, isUnreachable } from "@/server/db/errors";

const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i;

/** Whether a text can be an id at all; the database refuses others with an error. */
export const isId = (text: string): boolean => UUID.test(text);

/** A server read whose missing subject is null rather than an error. */
export async function orNotFound<T>(read: () => Promise<T>): Promise<T | null> {
  try {
    return await read();
  } catch (error) {
    if (isBadId(error) || (error instanceof Problem && error.status === 404)) return null;
    throw error;
  }
}

/** A server read while the database is away is null, for a page that waits for it, rather than an error. */
export async function orAway<T>(read: () => Promise<T>): Promise<{ readonly found: T } | null> {
  try {
    return { found: await read() };
  } catch (error) {
    if (isUnreachable(error)) return null;
    throw error;
  }
}

/** A server read that is refused with a sentence is that sentence rather than an error. */
export async function orRefused<T>(read: () => Promise<T>): Promise<T | { readonly refused: string }> {
  try {
    return await read();
  } catch (error) {
    if (error instanceof Problem && [409, 422].includes(error.status)) return { refused: sayError(error) };
    throw error;
  }
}
