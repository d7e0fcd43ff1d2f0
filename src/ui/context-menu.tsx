"use client";

import { type KeyboardEvent, useEffect, useLayoutEffect, useRef, useState } from "react";
import { createPortal } from "react-dom";

/** Something that can be chosen in a menu; "rule" is a line between two groups. */
export type MenuItem = { readonly words: string; readonly keys?: string; run(): void } | "rule";

interface Props {
  /** What it is a menu of. */
  label: string;
  /** Where it was asked for, CSS pixels of the window. */
  at: readonly [number, number];
  items: readonly MenuItem[];
  onClose(): void;
}

/** Room that is kept between a menu and the window's border, CSS pixels. */
const ROOM = 6;

/** A menu where the pointer asked for it: chosen from by pointer or by arrow keys, put away by Escape or a press elsewhere. */
export function ContextMenu({ label, at, items, onClose }: Props) {
  const menu = useRef<HTMLDivElement>(null);
  const [place, setPlace] = useState(at);
  const before = useRef<Element | null>(null);
  useLayoutEffect(() => {
    const { offsetWidth: w, offsetHeight: h } = menu.current!;
    setPlace([
      Math.max(ROOM, Math.min(at[0], window.innerWidth - w - ROOM)),
      Math.max(ROOM, Math.min(at[1], window.innerHeight - h - ROOM)),
    ]);
  }, [at]);
  useEffect(() => {
    before.current = document.activeElement;
    menu.current?.querySelector<HTMLElement>("[role=menuitem]")?.focus();
    const elsewhere = (e: Event): void => {
      if (!menu.current?.contains(e.target as Node)) onClose();
    };
    window.addEventListener("pointerdown", elsewhere, { capture: true });
    window.addEventListener("blur", onClose);
    window.addEventListener("resize", onClose);
    return () => {
      window.removeEventListener("pointerdown", elsewhere, { capture: true });
      window.removeEventListener("blur", onClose);
      window.removeEventListener("resize", onClose);
    };
  }, [onClose]);
  const leave = (): void => {
    onClose();
    (before.current as HTMLElement | null)?.focus?.();
  };
  const onKey = (e: KeyboardEvent): void => {
    const all = [...menu.current!.querySelectorAll<HTMLElement>("[role=menuitem]")];
    const now = all.indexOf(document.activeElement as HTMLElement);
    const to = { ArrowDown: now + 1, ArrowUp: now - 1, Home: 0, End: all.length - 1 }[e.key];
    // Keys are the menu's while it is open, not what lies under it.
    e.stopPropagation();
    if (to !== undefined) {
      e.preventDefault();
      all[(to + all.length) % all.length]?.focus();
    } else if (e.key === "Escape" || e.key === "Tab") {
      e.preventDefault();
      leave();
    }
  };
  return createPortal(
    <div
      ref={menu}
      role="menu"
      tabIndex={-1}
      aria-label={label}
      className="ruled fixed z-50 max-h-[calc(100vh-12px)] min-w-52 overflow-y-auto rounded-md border bg-base-100 py-1 shadow-lg"
      style={{ left: place[0], top: place[1] }}
      onKeyDown={onKey}
      onContextMenu={(e) => e.preventDefault()}
    >
      {items.map((item, i) =>
        item === "rule" ? (
          <hr key={`rule ${i}`} className="ruled my-1 border-t" />
        ) : (
          <button
            key={item.words}
            type="button"
            role="menuitem"
            tabIndex={-1}
            className="flex w-full items-center justify-between gap-6 px-3 py-1 text-left hover:bg-base-200 focus:bg-base-200 focus:outline-none"
            onClick={() => {
              leave();
              item.run();
            }}
          >
            {item.words}
            {item.keys && <span className="muted text-[0.85rem]">{item.keys}</span>}
          </button>
        ),
      )}
    </div>,
    document.body,
  );
}
