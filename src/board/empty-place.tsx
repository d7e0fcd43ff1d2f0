import type { ReactNode } from "react";

/** Where there is nothing yet: a house as it is shot and as it is delivered, and what to do. */
export function EmptyPlace({ children }: { children: ReactNode }) {
  return (
    <div className="ruled grid justify-items-center gap-5 rounded border border-dashed p-12 text-center">
      <svg viewBox="0 0 300 100" className="w-72" role="img" aria-hidden fill="none" strokeWidth="2">
        <g className="stroke-base-content/60">
          <path d="M32 92 L46 22 L88 22 L106 92 Z" />
          <path d="M41 46 L95 46 M36 70 L101 70 M60 22 L55 92 M75 22 L82 92" />
        </g>
        <path className="stroke-base-content" d="M130 57 h34 m-10 -9 l10 9 l-10 9" />
        <g className="stroke-accent">
          <path d="M196 92 L196 22 L262 22 L262 92 Z" />
          <path d="M196 46 H262 M196 70 H262 M218 22 V92 M240 22 V92" />
        </g>
      </svg>
      <p className="max-w-lg">{children}</p>
    </div>
  );
}

/** Over the whole page, while files are held above it. */
export function LetGo({ children }: { children: ReactNode }) {
  return (
    <div className="pointer-events-none absolute inset-3 grid place-content-center rounded border-2 border-dashed border-accent bg-base-100/80 text-xl font-semibold">
      {children}
    </div>
  );
}
