import { say, sayError } from "@/language";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { type AssignmentFrames, type OpenedVersion, api } from "@/client";
import { notify } from "@/ui";

/** The ratios and sizes that an assignment keeps, and a way to keep others; what cannot be kept is said and stays as it was. */
export function useAssignmentFrames({ id, frames: opened }: OpenedVersion["assignment"]) {
  const cache = useQueryClient();
  const key = ["assignment-frames", id];
  const { data: frames = opened } = useQuery<AssignmentFrames>({
    queryKey: key,
    queryFn: () => opened,
    initialData: opened,
    staleTime: Infinity,
  });
  const { mutate } = useMutation({
    mutationFn: (next: AssignmentFrames) => api.changeAssignment(id, { frames: next }),
    onMutate: (next) => {
      const before = cache.getQueryData<AssignmentFrames>(key);
      cache.setQueryData(key, next);
      return before;
    },
    onError: (error, _next, before) => {
      cache.setQueryData(key, before);
      notify(say("The assignment's list could not be changed: {message}", { message: sayError(error) }), "error");
    },
  });
  return { frames, keep: (change: Partial<AssignmentFrames>): void => mutate({ ...frames, ...change }) };
}
