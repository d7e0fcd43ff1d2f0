import { useQuery } from "@tanstack/react-query";
import { useRouter } from "next/navigation";
import { useCallback, useEffect, useMemo } from "react";
import { type Photo, api, previewUrl } from "@/client";
import { type VisitOrder, beside, orderOf } from "@/client/visit-order";

/** The photos beside one: as the board showed them last, else by the time they were taken. */
export function useBeside(photo: Pick<Photo, "id" | "assignmentId">) {
  const router = useRouter();
  const { id, assignmentId } = photo;
  const kept = useMemo(() => (typeof sessionStorage === "undefined" ? null : orderOf(assignmentId)), [assignmentId]);
  const isIn = kept?.photos.some((p) => p.id === id) ?? false;
  const { data } = useQuery({
    queryKey: ["photos", assignmentId],
    queryFn: () => api.photos(assignmentId),
    enabled: !isIn,
    staleTime: 60_000,
  });
  const order = useMemo((): VisitOrder | null => {
    if (isIn) return kept;
    const photos = data?.flatMap((p) =>
      p.shown ? [{ id: p.id, versionId: p.shown.versionId, sha256: p.sha256 }] : [],
    );
    return photos ? { assignmentId, photos } : null;
  }, [isIn, kept, data, assignmentId]);
  const [next, previous] = [order && beside(order, id, 1), order && beside(order, id, -1)];
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
      if (there) router.push(`/bench/${there.versionId}`);
    },
    [next, previous, router],
  );
  const place = order ? order.photos.findIndex((p) => p.id === id) + 1 : 0;
  return { go, hasNext: next !== null, hasPrevious: previous !== null, place, of: order?.photos.length ?? 0 };
}
