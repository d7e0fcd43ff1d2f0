"use client";

import { say } from "@/language";
import { type ReactNode, useEffect, useRef } from "react";

/** A modal dialog: takes the focus, closes with Escape or its button, gives the focus back. */
export function Dialog({
  title,
  onClose,
  wide = false,
  children,
}: {
  title: string;
  onClose: () => void;
  /** For tables; "all": as wide as the screen allows. */
  wide?: boolean | "all";
  children: ReactNode;
}) {
  const dialog = useRef<HTMLDialogElement>(null);
  useEffect(() => {
    const element = dialog.current;
    if (!element || element.open) return;
    element.showModal();
    // Opened, it gives the focus to its first button; a field that asks for it comes first.
    element.querySelector<HTMLElement>("[data-first]")?.focus();
  }, []);
  return (
    <dialog ref={dialog} className="modal" aria-label={title} onClose={onClose}>
      <div className={`modal-box rounded-md ${wide === "all" ? "max-w-[78rem]" : wide ? "max-w-5xl" : "max-w-xl"}`}>
        <div className="mb-3 flex items-center justify-between">
          <h2 className="text-lg font-semibold">{title}</h2>
          <button className="btn btn-ghost btn-sm" onClick={() => dialog.current?.close()}>
            {say("Close")}
          </button>
        </div>
        {children}
      </div>
    </dialog>
  );
}
