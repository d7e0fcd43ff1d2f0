import { useQueryClient } from "@tanstack/react-query";
import { api } from "@/client";
import { sayError } from "@/language";
import { notify } from "@/ui";
import { photosKey } from "./use-photos";

/** Has the exposures of a bracket corrected each for itself, or as one, and the list fetched again. */
export function useParting(assignmentId: string) {
  const cache = useQueryClient();
  return (bracketId: string, apart: boolean): void =>
    void api
      .changeBracket(bracketId, apart)
      .then(() => cache.invalidateQueries({ queryKey: photosKey(assignmentId) }))
      .catch((error: Error) => notify(sayError(error), "error"));
}
