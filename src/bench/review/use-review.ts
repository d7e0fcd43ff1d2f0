import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useRouter } from "next/navigation";
import { type Batch, api } from "@/client";
import { say, sayError } from "@/language";
import { notify } from "@/ui";
import type { Opened } from "../opened";

const inAddress = (): string | null => new URLSearchParams(window.location.search).get("review");

/** What of a batch wants a person's eyes and has not had them. */
const openItems = (batch: Batch | undefined): Batch["items"] =>
  batch?.items.filter((i) => i.state === "done" && i.review.length > 0 && !i.reviewed && i.versionId) ?? [];

/** The batch that the address says is reviewed, where the open photo stands in it, and what can be said of it. */
export function useReview({ photo, assignment }: Pick<Opened, "photo" | "assignment">) {
  const router = useRouter();
  const cache = useQueryClient();
  const id = inAddress();
  const key = ["batches", assignment.id];
  const { data } = useQuery({ queryKey: key, queryFn: () => api.batches(assignment.id), enabled: id !== null });
  const batch = data?.find((b) => b.id === id);
  const open = openItems(batch);
  const at = open.findIndex((i) => i.photoId === photo.id);
  const item = batch?.items.find((i) => i.photoId === photo.id);

  const goOn = (after: Batch): void => {
    cache.setQueryData<Batch[]>(key, (all = []) => all.map((b) => (b.id === after.id ? after : b)));
    void cache.invalidateQueries({ queryKey: ["photos", assignment.id] });
    const left = openItems(after);
    // The next one in the batch's order; past the end those that were passed over.
    const here = after.items.findIndex((i) => i.photoId === photo.id);
    const next = left.find((i) => after.items.indexOf(i) > here) ?? left[0];
    if (next) return router.push(`/bench/${next.versionId}?review=${after.id}`);
    notify(say("All that wanted a look has had one."));
    router.push(`/assignments/${assignment.id}`);
  };
  const said = useMutation({
    mutationFn: (what: "good" | "take-back") =>
      api.changeBatch(id!, what === "good" ? { reviewed: photo.id } : { undone: photo.id }),
    onSuccess: goOn,
    onError: (error: Error) => notify(sayError(error), "error"),
  });
  return {
    /** Null where nothing is reviewed, or this photo is no part of it. */
    item: id !== null && item ? item : null,
    number: at + 1,
    left: open.length,
    isBusy: said.isPending,
    good: () => said.mutate("good"),
    takeBack: () => said.mutate("take-back"),
  };
}
