"use client";

import { say } from "@/language";
import { X } from "lucide-react";
import { useEffect } from "react";
import { create } from "zustand";

interface Notice {
  readonly key: number;
  readonly text: string;
  readonly kind: "info" | "error";
  readonly action?: { readonly label: string; readonly run: () => void } | undefined;
}

interface NoticeStore {
  readonly notices: readonly Notice[];
  show(notice: Omit<Notice, "key">): void;
  dismiss(key: number): void;
}

let nextKey = 1;

export const useNotices = create<NoticeStore>((set) => ({
  notices: [],
  show: (notice) => set((s) => ({ notices: [...s.notices.slice(-2), { ...notice, key: nextKey++ }] })),
  dismiss: (key) => set((s) => ({ notices: s.notices.filter((n) => n.key !== key) })),
}));

/** Says something at the foot of the page. */
export const notify = (text: string, kind: Notice["kind"] = "info"): void => useNotices.getState().show({ text, kind });

/** Long enough to read and to take back what was done, ms. */
const STAY_MS = 10_000;

function NoticeRow({ notice }: { notice: Notice }) {
  const dismiss = useNotices((s) => s.dismiss);
  useEffect(() => {
    if (notice.kind === "error") return;
    const timer = setTimeout(() => dismiss(notice.key), STAY_MS);
    return () => clearTimeout(timer);
  }, [notice, dismiss]);
  return (
    <div
      role={notice.kind === "error" ? "alert" : "status"}
      className={`flex items-center gap-3 rounded px-4 py-2 shadow-lg ${notice.kind === "error" ? "bg-error text-error-content" : "bg-neutral text-neutral-content"}`}
    >
      <span>{notice.text}</span>
      {notice.action && (
        <button
          className="btn btn-sm"
          onClick={() => {
            notice.action?.run();
            dismiss(notice.key);
          }}
        >
          {notice.action.label}
        </button>
      )}
      <button
        className="btn btn-ghost btn-sm btn-square"
        aria-label={say("Dismiss")}
        onClick={() => dismiss(notice.key)}
      >
        <X size={16} />
      </button>
    </div>
  );
}

/** Short messages at the foot of the page, some with a way back. */
export function Notices() {
  const notices = useNotices((s) => s.notices);
  return (
    <div className="fixed bottom-4 left-4 z-50 flex flex-col gap-2">
      {notices.map((notice) => (
        <NoticeRow key={notice.key} notice={notice} />
      ))}
    </div>
  );
}
