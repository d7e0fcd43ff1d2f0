"use client";

import { say, sayError } from "@/language";
import { useMutation } from "@tanstack/react-query";
import { CopyPlus } from "lucide-react";
import { useRouter } from "next/navigation";
import { api } from "@/client";
import { useBench } from "@/client/bench-store";
import { useNotices } from "@/ui";

/** Starts another version from this one, to stand beside it; this one stays as it is. */
export function NewVersion({ photoId }: { photoId: string }) {
  const router = useRouter();
  const show = useNotices((s) => s.show);
  const make = useMutation({
    mutationFn: () => api.createVersion(photoId, useBench.getState().recipe),
    onSuccess: (made) => router.push(`/bench/${made.id}`),
    onError: (e: Error) => show({ text: sayError(e), kind: "error" }),
  });
  return (
    <button
      className="btn btn-ghost btn-xs btn-square"
      aria-label={say("New version from this one")}
      title={say("New version from this one")}
      disabled={make.isPending}
      onClick={() => make.mutate()}
    >
      <CopyPlus size={14} />
    </button>
  );
}
