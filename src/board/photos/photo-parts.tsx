"use client";

import { Trash2 } from "lucide-react";
import Link from "next/link";
import type { PhotoOnBoard } from "@/client";
import { put, say } from "@/language";
import { COURSES } from "@/core/recipe";
import { outOfTrueWords } from "./columns";

/** Versions that have room on a card. */
const MOST_VERSIONS = 7;

export function TakeOut({ name, onDelete }: { name: string; onDelete: () => void }) {
  return (
    <button
      className="btn btn-ghost btn-sm btn-square"
      aria-label={say("Take {name} out", { name })}
      onClick={onDelete}
    >
      <Trash2 size={15} />
    </button>
  );
}

export function Unreadable({ names }: { names: readonly string[] }) {
  const words = say("Version {unreadable} cannot be read by this program; it is kept as it is.", {
    unreadable: names.join(", "),
  });
  return (
    <p className="truncate px-3 text-error" title={words}>
      {words}
    </p>
  );
}

export function Versions({ photo: { versions } }: { photo: PhotoOnBoard }) {
  if (versions.length < 2) return null;
  return (
    <span className="muted min-w-0 truncate">
      {versions.slice(0, MOST_VERSIONS).map((v) => (
        <Link
          key={v.id}
          href={`/bench/${v.id}`}
          prefetch={false}
          aria-label={say("Version {name}", { name: v.name })}
          className="mx-0.5 inline-grid h-[24px] min-w-[24px] place-content-center rounded border px-1.5 font-semibold"
          {...(v.note && { title: v.note })}
        >
          {v.name}
          {v.chosen && " ✓"}
        </Link>
      ))}
      {versions.length > MOST_VERSIONS && ` +${versions.length - MOST_VERSIONS}`}
    </span>
  );
}

/** How far edges are out of true in it; nothing while that is not known. */
export function OutOfTrue({ photo: { shown } }: { photo: PhotoOnBoard }) {
  const degrees = shown?.figures?.outOfTrue ?? null;
  if (degrees === null) return null;
  const words = outOfTrueWords(degrees);
  return (
    <span
      className="muted shrink-0 tabular-nums"
      title={say("Edges are out of true by {words} in the mean", { words })}
    >
      {words}
    </span>
  );
}

/** The six courses as a row of small stones; laid ones are filled. The words are in the description. */
export function CourseStones({ laid }: { laid: readonly string[] }) {
  const names = COURSES.filter((c) => laid.includes(c.key)).map((c) => put(c.name));
  const words = names.length > 0 ? say("Laid: {names}", { names: names.join(", ") }) : say("Nothing laid yet");
  return (
    <div className="px-3 pb-1">
      <div className="flex gap-[2px]" aria-hidden>
        {COURSES.map((c, i) => (
          <i
            key={c.key}
            title={put(c.name)}
            className="stone h-[9px]"
            style={{ flex: i % 2 ? 1 : 1.25 }}
            data-state={laid.includes(c.key) ? "laid" : "untouched"}
          />
        ))}
      </div>
      <p className="muted mt-1 truncate text-[0.9rem]">{words}</p>
    </div>
  );
}
