import { useRouter } from "next/navigation";
import { useCallback, useEffect, useMemo } from "react";
import { previewUrl } from "@/client";
import { fetchPictureEarly } from "@/client/picture/early";
import { orderOf } from "@/client/visit-order";
import type { Opened } from "./opened";

/** The photos beside the open one: as the board showed them last in this window, else as the visit has them. */
export function useBeside({ photo: { id, assignmentId }, sheet }: Pick<Opened, "photo" | "sheet">) {
  const router = useRouter();
  const { number, of, previous, next } = useMemo((): Opened["sheet"] => {
    const photos = orderOf(assignmentId)?.photos ?? [];
    const at = photos.findIndex((p) => p.id === id);
    if (at < 0) return sheet;
    return { number: at + 1, of: photos.length, previous: photos[at - 1] ?? null, next: photos[at + 1] ?? null };
  }, [assignmentId, id, sheet]);
  useEffect(() => {
    // What comes next is there when it is asked for.
    if (!next) return;
    router.prefetch(`/bench/${next.versionId}`);
    const picture = new Image();
    picture.src = previewUrl(next.sha256, "bench");
  }, [next, router]);
  const go = useCallback(
    (by: 1 | -1): void => {
      const there = by > 0 ? next : previous;
      if (!there) return;
      fetchPictureEarly(there.sha256);
      router.push(`/bench/${there.versionId}`);
    },
    [next, previous, router],
  );
  return { go, number, of, hasNext: next !== null, hasPrevious: previous !== null };
}

export type Beside = ReturnType<typeof useBeside>;
