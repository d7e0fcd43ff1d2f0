"use client";

import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api } from "@/client";
import type { Captions as Said } from "@/core/contract";
import { say, sayError } from "@/language";
import { Dialog, notify } from "@/ui";

const FIELDS: readonly { readonly key: keyof Said; readonly words: string; readonly lines: number }[] = [
  { key: "caption", words: say("Caption"), lines: 3 },
  { key: "creator", words: say("Photographer; several, one a line"), lines: 2 },
  { key: "copyright", words: say("Copyright"), lines: 1 },
  { key: "address", words: say("Address of the property"), lines: 2 },
];

/** What every delivery of this visit says of itself: caption, photographer, copyright, address. Opens as a dialog. */
export function Captions({ id, captions }: { id: string; captions: Said }) {
  const [open, setOpen] = useState(false);
  const [kept, setKept] = useState(captions);
  return (
    <>
      <button className="btn btn-sm" onClick={() => setOpen(true)}>
        {say("Captions")}
      </button>
      {open && (
        <CaptionsDialog
          id={id}
          captions={kept}
          onKept={(next) => {
            setKept(next);
            setOpen(false);
          }}
          onClose={() => setOpen(false)}
        />
      )}
    </>
  );
}

interface DialogParts {
  id: string;
  captions: Said;
  onKept: (next: Said) => void;
  onClose: () => void;
}

function CaptionsDialog({ id, captions, onKept, onClose }: DialogParts) {
  const [typed, setTyped] = useState(captions);
  const cache = useQueryClient();
  const keep = useMutation({
    mutationFn: () => api.changeAssignment(id, { captions: typed }),
    onSuccess: () => {
      void cache.invalidateQueries({ queryKey: ["assignments"] });
      onKept(typed);
    },
    onError: (error: Error) =>
      notify(say("The captions could not be kept: {message}", { message: sayError(error) }), "error"),
  });
  return (
    <Dialog title={say("Captions of this visit")} onClose={onClose}>
      <form
        className="flex flex-col gap-3"
        onSubmit={(e) => {
          e.preventDefault();
          keep.mutate();
        }}
      >
        <p className="muted">
          {say("Written into every file that is delivered from now on. What is empty is not said.")}
        </p>
        {FIELDS.map(({ key, words, lines }) => (
          <label key={key} className="flex flex-col gap-1">
            <span className="font-semibold">{words}</span>
            <textarea
              className="textarea textarea-sm w-full"
              rows={lines}
              maxLength={key === "caption" ? 2000 : 500}
              value={typed[key]}
              onChange={(e) => setTyped({ ...typed, [key]: e.target.value })}
            />
          </label>
        ))}
        <button className="btn btn-primary btn-sm self-end" disabled={keep.isPending}>
          {say("Keep")}
        </button>
      </form>
    </Dialog>
  );
}
