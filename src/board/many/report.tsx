"use client";

import { type ReactNode, useState } from "react";
import { say } from "@/language";

interface Props {
  /** What it is about; of the same subject only the newest that was closed is remembered. */
  subject: string;
  id: string;
  title: string;
  /** How far it is; null: it is over, and can be closed. */
  progress: { readonly done: number; readonly all: number } | null;
  words: string;
  /** Buttons beside its words. */
  actions: ReactNode;
  children?: ReactNode;
  onStop(): void;
}

const keyOf = (subject: string): string => `flat-stone-read-${subject}`;

/** What is done to many photos: how far it is, then what came of it, until it is closed. */
export function Report({ subject, id, title, progress, words, actions, children, onStop }: Props) {
  const [read, setRead] = useState(() => localStorage.getItem(keyOf(subject)));
  if (read === id) return null;
  const close = (): void => {
    localStorage.setItem(keyOf(subject), id);
    setRead(id);
  };
  return (
    <section aria-label={title} className="ruled mb-4 rounded border bg-info/15 px-4 py-2.5">
      <div className="flex items-center gap-3">
        <b className="font-semibold">{title}</b>
        {progress && <progress className="progress w-56" value={progress.done} max={progress.all} aria-label={title} />}
        <span role="status">{words}</span>
        <span className="ml-auto flex gap-2">
          {actions}
          {progress ? (
            <button className="btn btn-sm" onClick={onStop}>
              {say("Stop")}
            </button>
          ) : (
            <button className="btn btn-ghost btn-sm" onClick={close}>
              {say("Close")}
            </button>
          )}
        </span>
      </div>
      {children}
    </section>
  );
}
