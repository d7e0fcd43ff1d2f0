import { tell } from "@/core/language";
import { useCallback, useEffect, useRef, useState } from "react";
import { api } from "@/client";
import { Autosave, type Deleted } from "@/client/autosave";
import { useBench } from "@/client/bench-store";
import { continues, dropDraft, keepDraft, readDraft } from "@/client/drafts";
import type { OpenedVersion } from "@/client";
import { forgetVersion } from "@/client/version-state";
import { weighingDone } from "./use-detail";

/**
 * Opens a version on the Bench and saves what changes. Work that never reached the server, because it could
 * not be reached or the window was closed, is taken up again from this browser.
 */
export function useSaving(opened: OpenedVersion): {
  /** Saves what there is. @returns whether the server now has what the Bench shows. */
  saveAll: () => Promise<boolean>;
  /** What was deleted elsewhere meanwhile, and the way to bring it back and go on. */
  deleted: Deleted | null;
  bringBack: () => Promise<void>;
} {
  const [deleted, setDeleted] = useState<Deleted | null>(null);
  const autosave = useRef<Autosave | null>(null);
  useEffect(() => {
    const { version, photo, revision, recipe } = opened;
    const store = useBench.getState();
    store.open(version.id, [photo.width, photo.height], recipe);
    const draft = readDraft(localStorage, version.id);
    const saver = new Autosave(
      revision,
      {
        save: (base, r, token) => api.saveRevision(version.id, base, r, token),
        keep: (kept) => keepDraft(localStorage, version.id, kept),
        drop: () => dropDraft(localStorage, version.id),
        onDeleted: setDeleted,
        onState: (save) => {
          const now = useBench.getState();
          // The answer to an old version's save comes when another is open: that one's state is its own.
          if (now.versionId === version.id && now.save !== save) now.set({ save });
        },
      },
      // A save sent while the window closed may arrive only after this page was made.
      draft?.base === revision ? draft.tokens : [],
    );
    autosave.current = saver;
    const stopWatching = useBench.subscribe((now, before) => {
      if (now.recipe !== before.recipe && now.versionId === version.id && before.versionId === version.id)
        saver.changed(now.recipe);
    });
    if (draft) {
      useBench.getState().edit({ label: tell("Take up unsaved work"), apply: () => draft.recipe });
      // Somebody saved on top of what this draft was made from: the photographer decides.
      if (!continues(draft, opened)) {
        saver.stop();
        useBench.getState().set({ save: "conflict" });
      }
    }
    const leave = (): void => void saver.flush();
    window.addEventListener("pagehide", leave);
    window.addEventListener("online", leave);
    return () => {
      window.removeEventListener("pagehide", leave);
      window.removeEventListener("online", leave);
      stopWatching();
      forgetVersion();
      void saver.flush().finally(() => saver.stop());
    };
  }, [opened]);
  const saveAll = useCallback(async () => {
    await weighingDone();
    return (await autosave.current?.saveAll()) ?? false;
  }, []);
  const bringBack = useCallback(async () => {
    if (!deleted) return;
    await api.changeDeleted(deleted.deleted, deleted.id, false);
    setDeleted(null);
    autosave.current?.resume();
  }, [deleted]);
  return { saveAll, deleted, bringBack };
}
