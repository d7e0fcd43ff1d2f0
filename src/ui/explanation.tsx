"use client";

import { CircleHelp } from "lucide-react";
import { type ReactNode, useState } from "react";
import { say } from "@/language";

const keyOf = (id: string): string => `flat-stone-read-${id}`;

/** Words that explain a part of the screen. Sent away once read they leave a small mark, by which they are there again. */
export function Explanation({ id, children }: { id: string; children: ReactNode }) {
  const [isRead, setRead] = useState(() => localStorage.getItem(keyOf(id)) !== null);
  const turn = (): void => {
    if (isRead) localStorage.removeItem(keyOf(id));
    else localStorage.setItem(keyOf(id), "read");
    setRead(!isRead);
  };
  return isRead ? (
    <button
      className="btn btn-ghost btn-xs btn-square"
      aria-label={say("What is this?")}
      title={say("What is this?")}
      onClick={turn}
    >
      <CircleHelp size={14} />
    </button>
  ) : (
    <p className="muted flex items-start gap-2 pb-1 text-[0.95rem]">
      <span className="grow">{children}</span>
      <button className="link shrink-0 text-[0.9rem]" onClick={turn}>
        {say("Got it")}
      </button>
    </p>
  );
}
