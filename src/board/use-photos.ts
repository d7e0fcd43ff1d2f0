import { type QueryKey, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { type PhotoOnBoard, api } from "@/client";

/** Photos fetched at first, so that there is something to see at once, and then at a time. */
const FIRST = 100;
const PAGE = 500;
/** While photos are being measured the list is fetched again this often, ms, but so many times at most: nobody may be measuring. */
const AGAIN_MS = 3000;
const MOST_AGAIN = 6;

export const photosKey = (assignmentId: string): QueryKey => ["photos", assignmentId];

/** A visit's photos, page by page. @param soFar is told of what is there after each page but the last. */
async function allPhotos(assignmentId: string, soFar: (photos: PhotoOnBoard[]) => void): Promise<PhotoOnBoard[]> {
  const all: PhotoOnBoard[] = [];
  for (let page = FIRST; ; page = PAGE) {
    const next = await api.photosAfter(assignmentId, all[all.length - 1]?.id ?? null, page);
    // One that moved on meanwhile comes once.
    const known = new Set(all.map((p) => p.id));
    all.push(...next.filter((p) => !known.has(p.id)));
    if (next.length < page) return all;
    soFar([...all]);
  }
}

const isMeasured = ({ shown }: PhotoOnBoard): boolean => !shown || shown.figures !== null;

/** A visit's photos: the first of them soon, then all; kept as they were while they are fetched again. */
export function usePhotos(assignmentId: string) {
  const [soFar, setSoFar] = useState<PhotoOnBoard[] | undefined>(undefined);
  const { data, error, isPending } = useQuery({
    queryKey: photosKey(assignmentId),
    queryFn: () => allPhotos(assignmentId, setSoFar),
    refetchInterval: ({ state }) =>
      state.data && state.dataUpdateCount < MOST_AGAIN && !state.data.every(isMeasured) ? AGAIN_MS : false,
  });
  return { photos: data ?? soFar, isWhole: data !== undefined, error, isPending: isPending && !soFar };
}
