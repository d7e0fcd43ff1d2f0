"use client";

import { say, sayError } from "@/language";
import { useRouter } from "next/navigation";
import { type ReactNode, useState } from "react";
import { api } from "@/client";
import type { Deleted } from "@/client/autosave";
import { type SaveState, useBench } from "@/client/bench-store";
import { dropDraft } from "@/client/drafts";
import { useNotices } from "@/ui";

const WORDS: Readonly<Record<SaveState, string>> = {
  saved: say("saved"),
  unsaved: say("saving"),
  saving: say("saving"),
  failed: say("could not save; kept in this browser and tried again"),
  conflict: say("changed in another window"),
  deleted: say("not saved: deleted elsewhere; kept in this browser"),
};

/** The state of saving, in words. */
export function SaveWords() {
  const save = useBench((s) => s.save);
  return (
    <span
      role="status"
      data-testid="save-state"
      className={["failed", "conflict", "deleted"].includes(save) ? "font-semibold text-error" : ""}
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
      show({
        text: say("{message} Your work is kept in this browser.", { message: sayError(e as Error) }),
        kind: "error",
      });
    }
  };
  const takeTheirs = (): void => {
    dropDraft(localStorage, versionId);
    window.location.reload();
  };
  return (
    <AlertBar>
      <p className="grow">
        <b>{say("This version was changed in another window.")}</b>{" "}
        {say("Nothing was overwritten; what you did here is kept in this browser.")}
      </p>
      <button className="btn btn-primary btn-sm" disabled={busy} onClick={() => void keepMine()}>
        {say("Keep mine as a new version")}
      </button>
      <button className="btn btn-sm" disabled={busy} onClick={takeTheirs}>
        {say("Take the other window’s")}
      </button>
    </AlertBar>
  );
}

/** When the photo or its assignment was deleted in another window: what goes on here is kept, and the way back is a click. */
export function DeletedBar({ deleted, bringBack }: { deleted: Deleted | null; bringBack: () => Promise<void> }) {
  const show = useNotices((s) => s.show);
  const [busy, setBusy] = useState(false);
  if (!deleted) return null;
  const back = async (): Promise<void> => {
    setBusy(true);
    await bringBack().catch((e: Error) => show({ text: sayError(e), kind: "error" }));
    setBusy(false);
  };
  return (
    <AlertBar>
      <p className="grow">
        <b>
          {deleted.deleted === "photo"
            ? say("This photo was taken out of its assignment in another window.")
            : deleted.deleted === "version"
              ? say("This version was deleted in another window.")
              : say("This photo’s assignment was deleted in another window.")}
        </b>{" "}
        {say("What you do here is kept in this browser, and saved once it is back.")}
      </p>
      <button className="btn btn-primary btn-sm" disabled={busy} onClick={() => void back()}>
        {say("Bring it back")}
      </button>
    </AlertBar>
  );
}

function AlertBar({ children }: { children: ReactNode }) {
  return (
    <div
      role="alert"
      className="absolute inset-x-16 top-16 z-20 flex flex-wrap items-center gap-3 rounded bg-base-100 p-3 shadow-lg outline outline-2 outline-error"
    >
      {children}
    </div>
  );
}
