import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef } from "react";
import { type Batch, api } from "@/client";
import type { BatchAction } from "@/core/contract";
import { say, sayError } from "@/language";
import { notify } from "@/ui";

/** A batch that runs is asked after this often, ms. */
const ASK_MS = 700;

export const isRunning = (batch: Batch | undefined): boolean =>
  batch?.items.some((i) => i.state === "waiting") ?? false;
const endedOf = (batch: Batch | undefined): number => batch?.items.filter((i) => i.state !== "waiting").length ?? 0;

/** The newest batch of a visit, and what can be done with it; the photos are asked for anew as it goes on. */
export function useBatches(assignmentId: string) {
  const cache = useQueryClient();
  const key = ["batches", assignmentId];
  const { data } = useQuery({
    queryKey: key,
    queryFn: () => api.batches(assignmentId),
    refetchInterval: ({ state }) => (isRunning(state.data?.[0]) ? ASK_MS : false),
  });
  const newest = data?.[0];
  const mark = newest ? `${newest.id} ${endedOf(newest)} ${newest.undone}` : "";
  const seen = useRef(mark);
  useEffect(() => {
    if (seen.current === mark) return;
    seen.current = mark;
    void cache.invalidateQueries({ queryKey: ["photos", assignmentId] });
  }, [mark, cache, assignmentId]);
  const settled = {
    onSuccess: (batch: Batch) =>
      cache.setQueryData<Batch[]>(key, (all = []) => [batch, ...all.filter((b) => b.id !== batch.id)]),
    onError: (error: Error) => notify(say("That could not be done: {message}", { message: sayError(error) }), "error"),
  };
  const begin = useMutation({
    mutationFn: ({ photoIds, action }: { photoIds: string[]; action: BatchAction }) =>
      api.createBatch(assignmentId, { photoIds, action }),
    ...settled,
  });
  const stop = useMutation({ mutationFn: (id: string) => api.changeBatch(id, { stopped: true }), ...settled });
  const undo = useMutation({ mutationFn: (id: string) => api.changeBatch(id, { undone: true }), ...settled });
  return {
    newest,
    begin: (photoIds: string[], action: BatchAction) => begin.mutate({ photoIds, action }),
    stop: () => newest && stop.mutate(newest.id),
    undo: () => newest && undo.mutate(newest.id),
    isBusy: isRunning(newest) || begin.isPending || undo.isPending,
  };
}
