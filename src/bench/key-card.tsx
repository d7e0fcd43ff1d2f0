"use client";

import { Keyboard } from "lucide-react";
import { useState } from "react";
import { Dialog } from "@/ui";
import { KEYS } from "./keys";

/** The card of keys. */
export function KeyCard() {
  const [open, setOpen] = useState(false);
  return (
    <>
      <button className="btn btn-ghost btn-sm btn-square" aria-label="Keys" title="Keys" onClick={() => setOpen(true)}>
        <Keyboard size={17} />
      </button>
      {open && (
        <Dialog title="Keys" onClose={() => setOpen(false)}>
          <dl className="grid grid-cols-[auto_1fr] gap-x-6 gap-y-1">
            {KEYS.map(([key, what]) => (
              <div key={key} className="contents">
                <dt className="font-semibold">{key}</dt>
                <dd>{what}</dd>
              </div>
            ))}
          </dl>
        </Dialog>
      )}
    </>
  );
}
