"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import { api } from "@/client";
import { type SaveState, useBench } from "@/client/bench-store";
import { dropDraft } from "@/client/drafts";
import { useNotices } from "@/ui";

const WORDS: Readonly<Record<SaveState, string>> = {
  saved: "saved",
  unsaved: "saving",
  saving: "saving",
  failed: "could not save; kept in this browser and tried again",
  conflict: "changed in another window",
};

/** The state of saving, in words. */
export function SaveWords() {
  const save = useBench((s) => s.save);
  return (
    <span
      role="status"
      data-testid="save-state"
      className={save === "failed" || save === "conflict" ? "font-semibold text-error" : ""}
    >
      {WORDS[save]}
    </span>
  );
}

/** When another window saved this version: nothing is overwritten, the photographer decides. */
export function ConflictBar({ photoId }: { photoId: string }) {
  const { save, recipe, versionId } = useBench();
  const router = useRouter();
  const show = useNotices((s) => s.show);
  const [busy, setBusy] = useState(false);
  if (save !== "conflict") return null;
  const keepMine = async (): Promise<void> => {
    setBusy(true);
    try {
      const made = await api.createVersion(photoId, recipe);
      dropDraft(localStorage, versionId);
      router.push(`/bench/${made.id}`);
    } catch (e) {
      setBusy(false);
      show({ text: `${(e as Error).message} Your work is kept in this browser.`, kind: "error" });
    }
  };
  const takeTheirs = (): void => {
    dropDraft(localStorage, versionId);
    window.location.reload();
  };
  return (
    <div
      role="alert"
      className="absolute inset-x-16 top-16 z-20 flex flex-wrap items-center gap-3 rounded bg-base-100 p-3 shadow-lg outline outline-2 outline-error"
    >
      <p className="grow">
        <b>This version was changed in another window.</b> Nothing was overwritten; what you did here is kept in this
        browser.
      </p>
      <button className="btn btn-primary btn-sm" disabled={busy} onClick={() => void keepMine()}>
        Keep mine as a new version
      </button>
      <button className="btn btn-sm" disabled={busy} onClick={takeTheirs}>
        Take the other window’s
      </button>
    </div>
  );
}
