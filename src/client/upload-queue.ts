import { sayError } from "@/language";
import { create } from "zustand";
import type { UploadAnswer } from "@/core/contract";
import { hereAlready } from "./here-already";
import { forgetComing, rememberComing } from "./not-arrived";
import { uploadPhoto } from "./upload";

export interface UploadItem {
  readonly key: number;
  readonly assignmentId: string;
  readonly name: string;
  readonly state: "waiting" | "sending" | "checking" | "done" | "known" | "reopened" | "away" | "refused" | "cancelled";
  readonly share: number;
  readonly error: string | null;
  /** A delivery's recipe, as a version of its original again. */
  readonly reopened: UploadAnswer["reopened"];
}

/** Files sent at the same time. */
const AT_ONCE = 3;

interface UploadQueue {
  readonly items: readonly UploadItem[];
  add(assignmentId: string, files: readonly File[], onArrived: () => void): void;
  cancel(key: number): void;
  clearFinished(): void;
}

let nextKey = 1;
const waiting: { key: number; start: () => Promise<void> }[] = [];
const stops = new Map<number, AbortController>();
let running = 0;

const waitingItem = (key: number, assignmentId: string, name: string): UploadItem => ({
  ...{ key, assignmentId, name },
  ...{ state: "waiting", share: 0, error: null, reopened: null },
});

/** Uploads in hand; one refusal does not hold up the rest. */
export const useUploads = create<UploadQueue>((set, get) => {
  const update = (key: number, change: Partial<UploadItem>): void =>
    set((s) => ({ items: s.items.map((i) => (i.key === key ? { ...i, ...change } : i)) }));

  const pump = (): void => {
    while (running < AT_ONCE && waiting.length > 0) {
      running++;
      void waiting
        .shift()!
        .start()
        .finally(() => {
          running--;
          pump();
        });
    }
  };

  const send = async (
    key: number,
    assignmentId: string,
    file: File,
    { isHere, onArrived }: { isHere: (file: File) => Promise<boolean>; onArrived: () => void },
  ): Promise<void> => {
    const stop = new AbortController();
    stops.set(key, stop);
    update(key, { state: "sending" });
    try {
      if (await isHere(file)) {
        update(key, { state: "known", share: 1 });
        return;
      }
      stop.signal.throwIfAborted();
      const { known, reopened, away } = await uploadPhoto(assignmentId, file, {
        signal: stop.signal,
        onProgress: (share) => update(key, share < 1 ? { share } : { share, state: "checking" }),
      });
      const state = reopened ? "reopened" : known ? "known" : away ? "away" : "done";
      update(key, { state, share: 1, reopened });
      onArrived();
    } catch (error) {
      const cancelled = error instanceof DOMException && error.name === "AbortError";
      update(key, cancelled ? { state: "cancelled" } : { state: "refused", error: sayError(error as Error) });
    } finally {
      stops.delete(key);
      forgetComing(assignmentId, [file.name]);
    }
  };

  return {
    items: [],
    add(assignmentId, files, onArrived) {
      const isHere = hereAlready(assignmentId, files);
      rememberComing(
        assignmentId,
        files.map((f) => f.name),
      );
      const items: UploadItem[] = [];
      for (const file of files) {
        const key = nextKey++;
        items.push(waitingItem(key, assignmentId, file.name));
        waiting.push({ key, start: () => send(key, assignmentId, file, { isHere, onArrived }) });
      }
      set((s) => ({ items: [...s.items, ...items] }));
      pump();
    },
    cancel(key) {
      const at = waiting.findIndex((w) => w.key === key);
      if (at >= 0) {
        waiting.splice(at, 1);
        update(key, { state: "cancelled" });
        const item = get().items.find((i) => i.key === key);
        if (item) forgetComing(item.assignmentId, [item.name]);
      } else stops.get(key)?.abort();
    },
    clearFinished: () =>
      set((s) => ({ items: s.items.filter((i) => ["waiting", "sending", "checking"].includes(i.state)) })),
  };
});
