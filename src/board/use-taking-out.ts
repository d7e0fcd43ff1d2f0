import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useCallback } from "react";
import { type PhotoOnBoard, api } from "@/client";
import { say, sayError } from "@/language";
import { useNotices } from "@/ui";

/** Takes photos out of a visit; the notice that says so brings them back. */
export function useTakingOut(assignmentId: string): (gone: readonly PhotoOnBoard[]) => void {
  const cache = useQueryClient();
  const show = useNotices((s) => s.show);
  const { mutate, mutateAsync } = useMutation({
    mutationFn: ({ photo, deleted }: { photo: string; deleted: boolean }) => api.changePhoto(photo, { deleted }),
    onSettled: () => void cache.invalidateQueries({ queryKey: ["photos", assignmentId] }),
    onError: (e: Error) => show({ text: sayError(e), kind: "error" }),
  });
  return useCallback(
    (gone) => {
      const [first] = gone;
      const said = (): void =>
        show({
          text:
            gone.length === 1
              ? say("{photoName} is taken out.", { photoName: first!.name })
              : say("{count} photos are taken out.", { count: gone.length }),
          kind: "info",
          action: {
            label: gone.length === 1 ? say("Bring it back") : say("Bring them back"),
            run: () => gone.forEach((p) => mutate({ photo: p.id, deleted: false })),
          },
        });
      // What could not be taken out has said so already.
      Promise.all(gone.map((p) => mutateAsync({ photo: p.id, deleted: true }))).then(said, () => undefined);
    },
    [mutate, mutateAsync, show],
  );
}
