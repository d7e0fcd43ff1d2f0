import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef } from "react";
import { type DeliverySet, api } from "@/client";
import { say, sayError } from "@/language";
import { notify } from "@/ui";

/** A set that is being made is asked after this often, ms. */
const ASK_MS = 700;

const isOpen = ({ state }: DeliverySet["files"][number]): boolean => state === "queued" || state === "rendering";
export const isBeingMade = (set: DeliverySet | undefined): boolean => set?.files.some(isOpen) ?? false;

/** The newest delivery set of a visit, and what can be done with it; the photos are asked for anew when it is made. */
export function useSets(assignmentId: string) {
  const cache = useQueryClient();
  const key = ["sets", assignmentId];
  const { data } = useQuery({
    queryKey: key,
    queryFn: () => api.sets(assignmentId),
    refetchInterval: ({ state }) => (isBeingMade(state.data?.[0]) ? ASK_MS : false),
  });
  const newest = data?.[0];
  const made = newest ? `${newest.id} ${newest.files.filter((f) => !isOpen(f)).length}` : "";
  const seen = useRef(made);
  useEffect(() => {
    if (seen.current === made) return;
    seen.current = made;
    void cache.invalidateQueries({ queryKey: ["photos", assignmentId] });
  }, [made, cache, assignmentId]);
  const settled = {
    onSuccess: (set: DeliverySet) =>
      cache.setQueryData<DeliverySet[]>(key, (all = []) => [set, ...all.filter((s) => s.id !== set.id)]),
    onError: (error: Error) => notify(say("That could not be done: {message}", { message: sayError(error) }), "error"),
  };
  const order = useMutation({
    mutationFn: (asked: Parameters<typeof api.createSet>[1]) => api.createSet(assignmentId, asked),
    ...settled,
  });
  const stop = useMutation({ mutationFn: api.stopSet, ...settled });
  return { newest, order, stop: () => newest && stop.mutate(newest.id) };
}
