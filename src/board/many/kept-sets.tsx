"use client";

import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Trash2 } from "lucide-react";
import { useState } from "react";
import { api } from "@/client";
import type { KeptSet } from "@/core/contract";
import { say, sayError } from "@/language";
import { notify, useNotices } from "@/ui";

const KEY = ["kept-sets"];

/** Outputs and names of files kept under a name, for every visit: taken by a press, kept, and dropped. */
export function KeptSets({
  asked,
  onTake,
}: {
  asked: Pick<KeptSet, "outputs" | "pattern">;
  onTake: (set: Pick<KeptSet, "outputs" | "pattern">) => void;
}) {
  const cache = useQueryClient();
  const show = useNotices((s) => s.show);
  const [name, setName] = useState("");
  const { data: sets = [] } = useQuery({ queryKey: KEY, queryFn: api.keptSets });
  const anew = (): Promise<void> => cache.invalidateQueries({ queryKey: KEY });
  const failed = (error: Error): void => notify(sayError(error), "error");
  const keep = useMutation({
    mutationFn: () => api.keepSet({ name: name.trim(), outputs: [...asked.outputs], pattern: asked.pattern }),
    onSuccess: () => {
      setName("");
      void anew();
    },
    onError: failed,
  });
  const change = useMutation({
    mutationFn: ({ id, deleted }: { id: string; deleted: boolean }) => api.changeKeptSet(id, { deleted }),
    onSuccess: anew,
    onError: failed,
  });
  const drop = ({ id, name: gone }: KeptSet): void =>
    change.mutate(
      { id, deleted: true },
      {
        onSuccess: () =>
          show({
            kind: "info",
            text: say("{name} was deleted.", { name: gone }),
            action: { label: say("Bring it back"), run: () => change.mutate({ id, deleted: false }) },
          }),
      },
    );
  return (
    <div className="flex flex-wrap items-center gap-1.5" role="group" aria-label={say("Kept sets")}>
      {sets.map((set) => (
        <span key={set.id} className="join">
          <button type="button" className="btn join-item btn-sm" onClick={() => onTake(set)}>
            {set.name}
          </button>
          <button
            type="button"
            className="btn join-item btn-sm btn-square"
            aria-label={say("Delete {name}", { name: set.name })}
            onClick={() => drop(set)}
          >
            <Trash2 size={14} />
          </button>
        </span>
      ))}
      <input
        className="input input-sm w-40"
        aria-label={say("Name to keep this set under")}
        placeholder={say("Keep as …")}
        maxLength={60}
        value={name}
        onChange={(e) => setName(e.target.value)}
        onKeyDown={(e) => {
          if (e.key !== "Enter") return;
          // It belongs to the name, not to the order.
          e.preventDefault();
          if (name.trim() !== "") keep.mutate();
        }}
      />
      <button
        type="button"
        className="btn btn-sm"
        disabled={name.trim() === "" || keep.isPending}
        onClick={() => keep.mutate()}
      >
        {say("Keep")}
      </button>
    </div>
  );
}
