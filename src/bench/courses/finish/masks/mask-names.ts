import type { Mask } from "@/core/finish";

const LETTERS = { wash: "W", dab: "D" } as const;

/** What masks are called: W1, D1, D2, in the order in which they were made. */
export function maskNames(masks: readonly Pick<Mask, "id" | "kind">[]): ReadonlyMap<string, string> {
  const count = { wash: 0, dab: 0 };
  return new Map(masks.map((m) => [m.id, `${LETTERS[m.kind]}${++count[m.kind]}`]));
}
