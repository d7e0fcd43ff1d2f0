"use client";

import { say } from "@/core/language";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Plus } from "lucide-react";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { api } from "@/client";
import { Header, useNotices } from "@/ui";
import { AssignmentCard } from "./assignment-card";

/** All assignments; the first screen. */
export function AssignmentBoard() {
  const cache = useQueryClient();
  const router = useRouter();
  const show = useNotices((s) => s.show);
  const { data, error, isPending } = useQuery({ queryKey: ["assignments"], queryFn: api.assignments });
  const refresh = () => cache.invalidateQueries({ queryKey: ["assignments"] });
  const failed = (e: Error) => show({ text: e.message, kind: "error" });
  const create = useMutation({
    mutationFn: api.createAssignment,
    onSuccess: (made) => router.push(`/assignments/${made.id}`),
    onError: failed,
  });
  const change = useMutation({
    mutationFn: ({ id, ...rest }: { id: string; name?: string; deleted?: boolean }) => api.changeAssignment(id, rest),
    onSettled: refresh,
    onError: failed,
  });
  const remove = (id: string, name: string): void =>
    change.mutate(
      { id, deleted: true },
      {
        onSuccess: () =>
          show({
            text: say("“{name}” is deleted.", { name }),
            kind: "info",
            action: { label: say("Bring it back"), run: () => change.mutate({ id, deleted: false }) },
          }),
      },
    );
  return (
    <div className="flex min-h-screen flex-col">
      <Header crumbs={<b className="font-semibold text-base-content">{say("Assignments")}</b>} />
      <main className="mx-auto w-full max-w-6xl grow p-6">
        <div className="mb-5 flex items-end justify-between gap-4">
          <div>
            <h1 className="text-2xl font-semibold">{say("Assignments")}</h1>
            <p className="muted">{say("One for each visit to a property.")}</p>
          </div>
          <NewAssignment onCreate={(name) => create.mutate(name)} busy={create.isPending} />
        </div>
        {error && (
          <p role="alert">
            {say("The assignments could not be fetched: {message} They are safe; reload to try again.", {
              message: error.message,
            })}
          </p>
        )}
        {isPending && <p className="muted">{say("Fetching …")}</p>}
        {data?.length === 0 && (
          <p className="ruled rounded border border-dashed p-10 text-center">
            {say("No assignments yet. Make one for the visit you came back from, then drop its photos in.")}
          </p>
        )}
        <ul className="grid grid-cols-[repeat(auto-fill,minmax(300px,1fr))] gap-5">
          {data?.map((a) => (
            <AssignmentCard
              key={a.id}
              assignment={a}
              onRename={(name) => change.mutate({ id: a.id, name })}
              onDelete={() => remove(a.id, a.name)}
            />
          ))}
        </ul>
      </main>
    </div>
  );
}

function NewAssignment({ onCreate, busy }: { onCreate: (name: string) => void; busy: boolean }) {
  const [name, setName] = useState("");
  return (
    <form
      className="flex gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        if (name.trim()) onCreate(name);
      }}
    >
      <input
        className="input input-sm w-64"
        placeholder={say("Property and visit")}
        aria-label={say("Name of the new assignment")}
        maxLength={200}
        value={name}
        onChange={(e) => setName(e.target.value)}
      />
      <button className="btn btn-primary btn-sm" disabled={busy || !name.trim()}>
        <Plus size={16} /> {say("New assignment")}
      </button>
    </form>
  );
}
