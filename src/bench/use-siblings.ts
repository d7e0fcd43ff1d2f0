import { useEffect } from "react";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { type Version, api } from "@/client";
import type { Opened } from "./opened";

const keyOf = (photoId: string): readonly string[] => ["versions", photoId];

/** The photo's versions as they are now: those that the page came with, until one of them is changed. */
export function useSiblings({ photo, assignment, siblings }: Opened): readonly Version[] {
  const cache = useQueryClient();
  // A page that is opened later knows of versions that were made meanwhile.
  useEffect(() => {
    cache.setQueryData(keyOf(photo.id), siblings);
  }, [cache, photo.id, siblings]);
  const { data } = useQuery({
    queryKey: keyOf(photo.id),
    queryFn: async () => (await api.photos(assignment.id)).find((p) => p.id === photo.id)?.versions ?? [],
    initialData: siblings,
    staleTime: Infinity,
  });
  return data;
}

/** Asks for the photo's versions anew: the Bench stays as it is, with every step that can be taken back. */
export function useSiblingsAnew({ photo }: Opened): () => Promise<void> {
  const cache = useQueryClient();
  return () => cache.invalidateQueries({ queryKey: keyOf(photo.id) });
}
