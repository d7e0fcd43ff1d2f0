/** A short id for a mark, one that no mark of the recipe has. */
export const newId = (): string => crypto.randomUUID().slice(0, 8);
