"use client";

import { say } from "@/language";
import { Moon, Sun } from "lucide-react";
import Link from "next/link";
import { type ReactNode, useState } from "react";

/** Switches between day and night; remembered in this browser. */
export function ThemeSwitch() {
  const [, setTheme] = useState("");
  const toggle = (): void => {
    const next = document.documentElement.dataset["theme"] === "night" ? "day" : "night";
    document.documentElement.dataset["theme"] = next;
    localStorage.setItem("theme", next);
    window.dispatchEvent(new Event("themechange"));
    setTheme(next);
  };
  return (
    <button
      className="btn btn-ghost btn-sm btn-square"
      onClick={toggle}
      aria-label={say("Day or night")}
      title={say("Day or night")}
    >
      <Sun size={17} className="[[data-theme=day]_&]:hidden" />
      <Moon size={17} className="[[data-theme=night]_&]:hidden" />
    </button>
  );
}

/** The product's mark and where one is; actions at the right. */
export function Header({ crumbs, children }: { crumbs: ReactNode; children?: ReactNode }) {
  return (
    <header className="ruled flex h-[44px] shrink-0 items-center gap-4 border-b bg-base-100 px-3.5">
      <Link
        href="/"
        className="flex shrink-0 items-center gap-2 whitespace-nowrap text-[13px] font-bold tracking-[0.14em]"
      >
        <i className="block h-[9px] w-[26px] rounded-[2px] bg-[#6d6a64]" />
        {say("FLAT STONE")}
      </Link>
      <nav className="muted flex min-w-0 items-center gap-2 truncate" aria-label={say("Where you are")}>
        {crumbs}
      </nav>
      <div className="grow" />
      {children}
      <ThemeSwitch />
    </header>
  );
}
