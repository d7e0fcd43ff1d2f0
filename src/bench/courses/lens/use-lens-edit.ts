import { put } from "@/language";
import type { Words } from "@/core/language";
import { useBench } from "@/client/bench-store";
import { lensByHand } from "@/core/edits";

type Change = Parameters<typeof lensByHand>[1];

/** Sets the lens by hand; settings of one name in a row are one step back. */
export function useLensEdit() {
  const { edit } = useBench();
  return (label: Words, change: Change): void => edit(lensByHand(label, change), put(label));
}
