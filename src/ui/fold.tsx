"use client";

import { ChevronRight } from "lucide-react";
import { type ReactNode, useState } from "react";

interface Props {
  /** By which this browser remembers whether it is open. */
  id: string;
  title: ReactNode;
  /** Whether it is open before anyone has said. */
  open?: boolean;
  children: ReactNode;
}

const keyOf = (id: string): string => `flat-stone-fold-${id}`;

/** A part of a panel that can be folded away. */
export function Fold({ id, title, open = true, children }: Props) {
  const [isOpen, setOpen] = useState(() => (localStorage.getItem(keyOf(id)) ?? (open ? "open" : "")) === "open");
  const toggle = (): void => {
    localStorage.setItem(keyOf(id), isOpen ? "folded" : "open");
    setOpen(!isOpen);
  };
  return (
    <>
      <button
        type="button"
        aria-expanded={isOpen}
        className="caps flex min-h-6 w-full items-center gap-1 px-3.5 pt-2 pb-1 text-left"
        onClick={toggle}
      >
        <ChevronRight size={13} className={isOpen ? "rotate-90" : ""} aria-hidden />
        {title}
      </button>
      {isOpen && children}
    </>
  );
}
