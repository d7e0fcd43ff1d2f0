import { versionState } from "@/client/version-state";

/** What the keys of a review do on the open photo; null while nothing is reviewed, or something of it is under way. */
export const useReviewing = versionState("reviewing", () => ({
  acts: null as { good(): void; takeBack(): void } | null,
}));
