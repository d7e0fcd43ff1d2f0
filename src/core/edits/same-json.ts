/** Whether two values are the same as JSON, whatever the order of their keys. */
export function isSameJson(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (typeof a !== "object" || typeof b !== "object" || a === null || b === null) return false;
  if (Array.isArray(a) !== Array.isArray(b)) return false;
  const [one, other] = [a as Record<string, unknown>, b as Record<string, unknown>];
  const keys = new Set([...Object.keys(one), ...Object.keys(other)]);
  return [...keys].every((key) => isSameJson(one[key], other[key]));
}
