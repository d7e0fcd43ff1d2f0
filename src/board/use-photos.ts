import { type QueryKey, useQuery } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { type PhotoOnBoard, api } from "@/client";
import { bracketsAmong } from "./photos/listing";

/** Photos fetched at first, so that there is something to see at once, and then at a time. */
const FIRST = 100;
const PAGE = 500;
/** While photos are being measured, or a bracket is looked at, the list is fetched again this often, ms, but so many times at most: nobody may be measuring. */
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

/** What is not measured yet, and whose bracket has not been looked at, as a mark that changes with it; null: nothing. */
function unmeasured(photos: readonly PhotoOnBoard[]): string | null {
  const states = photos.flatMap(({ shown }) => (shown && !shown.figures ? shown.revision : []));
  const unlooked = bracketsAmong(photos.filter((p) => !p.bracket)).size;
  if (states.length + unlooked === 0) return null;
  return `${states.length} ${states.reduce((sum, r) => sum + r, 0)} ${unlooked}`;
}

/** A visit's photos: the first of them soon, then all; kept as they were while they are fetched again. */
export function usePhotos(assignmentId: string) {
  const [soFar, setSoFar] = useState<PhotoOnBoard[] | undefined>(undefined);
  const waited = useRef<{ what: string | null; since: number }>({ what: null, since: 0 });
  const { data, error, isPending } = useQuery({
    queryKey: photosKey(assignmentId),
    queryFn: () => allPhotos(assignmentId, setSoFar),
    refetchInterval: ({ state: { data: known, dataUpdateCount } }) => {
      const what = known ? unmeasured(known) : null;
      if (what === null) return false;
      if (what !== waited.current.what) waited.current = { what, since: dataUpdateCount };
      return dataUpdateCount - waited.current.since < MOST_AGAIN ? AGAIN_MS : false;
    },
  });
  return { photos: data ?? soFar, isWhole: data !== undefined, error, isPending: isPending && !soFar };
}
