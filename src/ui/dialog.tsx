"use client";

import { type ReactNode, useEffect, useRef } from "react";

/** A modal dialog: takes the focus, closes with Escape or its button, gives the focus back. */
export function Dialog({ title, onClose, children }: { title: string; onClose: () => void; children: ReactNode }) {
  const dialog = useRef<HTMLDialogElement>(null);
  useEffect(() => {
    const element = dialog.current;
    if (element && !element.open) element.showModal();
  }, []);
  return (
    <dialog ref={dialog} className="modal" aria-label={title} onClose={onClose}>
      <div className="modal-box max-w-xl rounded-md">
        <div className="mb-3 flex items-center justify-between">
          <h2 className="text-lg font-semibold">{title}</h2>
          <button className="btn btn-ghost btn-sm" onClick={() => dialog.current?.close()}>
            Close
          </button>
        </div>
        {children}
      </div>
    </dialog>
  );
}
