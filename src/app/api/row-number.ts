import { z } from "zod";

/** A number in an address that the database can hold. */
export const rowNumber = z.coerce
  .number()
  .int()
  .positive()
  .max(2 ** 31 - 1);
