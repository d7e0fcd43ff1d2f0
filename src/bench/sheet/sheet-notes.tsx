"use client";

import { say } from "@/language";

interface Notes {
  /** What is looked at instead of how things are. */
  readonly peek: string | null;
  /** What the tool in hand waits for. */
  readonly hint: string | null;
  readonly error: string | null;
  readonly fetching: boolean;
  /** Whether the picture is made without a graphics card. */
  readonly cardless: boolean;
}

/** What is said over the picture. */
export function SheetNotes({ peek, hint, error, fetching, cardless }: Notes) {
  return (
    <>
      {peek && (
        <p
          role="status"
          className="pointer-events-none absolute top-3 left-1/2 z-10 -translate-x-1/2 rounded bg-base-100 px-3 py-1.5 first-letter:uppercase shadow"
        >
          {peek}
        </p>
      )}
      {fetching && !error && (
        <p className="absolute inset-0 grid place-content-center">{say("Fetching the picture …")}</p>
      )}
      {hint && (
        <p
          role="status"
          className="pointer-events-none absolute bottom-16 left-1/2 -translate-x-1/2 whitespace-nowrap rounded bg-base-100 px-3 py-1.5 shadow"
        >
          {hint}
        </p>
      )}
      {cardless && (
        <p role="status" className="absolute bottom-16 left-16 rounded bg-base-100 px-2 py-1 shadow">
          {say("This browser has no WebGL2. The picture is made when it rests, and more slowly.")}
        </p>
      )}
      {error && (
        <p role="alert" className="absolute inset-x-20 top-24 rounded bg-error p-3 text-error-content">
          {error}
        </p>
      )}
    </>
  );
}
