import { useBench } from "@/client/bench-store";
import { lensByHand } from "@/core/edits";
import type { Words } from "@/core/language";

type Change = Parameters<typeof lensByHand>[1];

/** Sets the lens by hand. @param gesture a field's key: changes of one field in a row are one step back. */
export function useLensEdit() {
  const { edit } = useBench();
  return (gesture: string, label: Words, change: Change): void => edit(lensByHand(label, change), `lens ${gesture}`);
}
