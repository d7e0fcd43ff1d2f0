import { z } from "zod";

/** Control characters; lone halves of characters are found by isWellFormed. */
const CONTROL = /[\u0000-\u001f\u007f-\u009f]+/g;

/** Text from a file, made fit to be kept: whole characters, no control characters, of at most `most` of them. */
export const cleanText = (text: string, most = 200): string =>
  text.toWellFormed().replace(CONTROL, " ").trim().slice(0, most).toWellFormed().trim();

/** Whether a text can be kept as it is: the database takes neither zero bytes nor half characters. */
export const isWholeText = (text: string): boolean => !text.includes("\0") && text.isWellFormed();

/** Text that a person sent. */
export const wholeText = z
  .string()
  .refine(isWholeText, "a text holds a zero byte or half a character, which cannot be kept.");
