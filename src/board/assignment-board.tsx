"use client";

import { say, sayError } from "@/language";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { format } from "date-fns";
import { Plus } from "lucide-react";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { useDropzone } from "react-dropzone";
import { api } from "@/client";
import { useUploads } from "@/client/upload-queue";
import { Header, useNotices } from "@/ui";
import { AssignmentCard } from "./assignment-card";
import { EmptyPlace, LetGo } from "./empty-place";

/** All assignments; the first screen. */
export function AssignmentBoard() {
  const cache = useQueryClient();
  const router = useRouter();
  const show = useNotices((s) => s.show);
  const { data, error, isPending } = useQuery({ queryKey: ["assignments"], queryFn: api.assignments });
  const add = useUploads((s) => s.add);
  const create = useMutation({
    mutationFn: ({ name }: { name: string; photos: readonly File[] }) => api.createAssignment(name),
    onSuccess: (made, { photos }) => {
      if (photos.length > 0)
        add(made.id, photos, () => void cache.invalidateQueries({ queryKey: ["photos", made.id] }));
      router.push(`/assignments/${made.id}`);
    },
    onError: (e: Error) => show({ text: sayError(e), kind: "error" }),
  });
  const { getRootProps, getInputProps, isDragActive } = useDropzone({
    noClick: true,
    noKeyboard: true,
    onDrop: (photos) => create.mutate({ name: today(), photos }),
  });
  const { change, remove } = useChanging();
  return (
    <div {...getRootProps()} className="relative flex min-h-screen flex-col">
      <input {...getInputProps()} aria-label={say("Photos of a new visit")} data-testid="visit-input" />
      <Header crumbs={<b className="font-semibold text-base-content">{say("Assignments")}</b>} />
      <main className="mx-auto w-full max-w-[140rem] grow p-6">
        <div className="mb-5 flex items-end justify-between gap-4">
          <div>
            <h1 className="text-2xl font-semibold">{say("Assignments")}</h1>
            <p className="muted">
              {say("One for each visit to a property. Drop its photos here, or make one and add them later.")}
            </p>
          </div>
          <NewAssignment onCreate={(name) => create.mutate({ name, photos: [] })} busy={create.isPending} />
        </div>
        {error && (
          <p role="alert">
            {say("The assignments could not be fetched: {message} They are safe; reload to try again.", {
              message: sayError(error),
            })}
          </p>
        )}
        {isPending && <p className="muted">{say("Fetching …")}</p>}
        {data?.length === 0 && (
          <EmptyPlace>
            {say("No assignments yet. Drop the photos of the visit that you came back from anywhere on this page.")}
          </EmptyPlace>
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
      {isDragActive && <LetGo>{say("Let go to begin a visit with these photos")}</LetGo>}
    </div>
  );
}

/** Assignments renamed, deleted and brought back. */
function useChanging() {
  const cache = useQueryClient();
  const show = useNotices((s) => s.show);
  const change = useMutation({
    mutationFn: ({ id, ...rest }: { id: string; name?: string; deleted?: boolean }) => api.changeAssignment(id, rest),
    onSettled: () => cache.invalidateQueries({ queryKey: ["assignments"] }),
    onError: (e: Error) => show({ text: sayError(e), kind: "error" }),
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
  return { change, remove };
}

/** What a visit is called that nobody has named. */
const today = (): string => say("Visit of {day}", { day: format(new Date(), "d MMM yyyy") });

function NewAssignment({ onCreate, busy }: { onCreate: (name: string) => void; busy: boolean }) {
  const [name, setName] = useState("");
  return (
    <form
      className="flex gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        onCreate(name.trim() || today());
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
      <button className="btn btn-primary btn-sm" disabled={busy}>
        <Plus size={16} /> {say("New assignment")}
      </button>
    </form>
  );
}
