"use client";

import { say } from "@/core/language";
import { Trash2 } from "lucide-react";
import Link from "next/link";
import { type PhotoOnBoard, previewUrl } from "@/client";
import { COURSES } from "@/core/recipe";
import { grouped } from "@/ui";

/** One photo: its picture, what is known of it, and which courses are laid. */
export function PhotoCard({ photo, onDelete }: { photo: PhotoOnBoard; onDelete: () => void }) {
  const first = photo.versions.find((v) => v.chosen) ?? photo.versions[0];
  const href = first ? `/bench/${first.id}` : "#";
  return (
    <li className="ruled flex flex-col overflow-hidden rounded border bg-base-100">
      <Link
        href={href}
        aria-label={say("Work on {name}", { name: photo.name })}
        className="relative block aspect-[3/2] bg-(--surround)"
      >
        <img src={previewUrl(photo.sha256, "thumb")} alt="" className="absolute inset-0 h-full w-full object-contain" />
      </Link>
      <div className="flex gap-2 p-3 pb-2">
        <div className="min-w-0 grow">
          <Link href={href} className="block truncate font-semibold">
            {photo.name}
          </Link>
          <p className="muted truncate">
            {grouped(photo.width)} × {grouped(photo.height)}
            {photo.lens && ` · ${photo.lens}`}
            {photo.focalMm && ` ${say("at {focalMm} mm", { focalMm: photo.focalMm })}`}
          </p>
        </div>
        <button
          className="btn btn-ghost btn-sm btn-square"
          aria-label={say("Take {name} out", { name: photo.name })}
          onClick={onDelete}
        >
          <Trash2 size={15} />
        </button>
      </div>
      <CourseStones laid={photo.laid} />
      {photo.unreadable.length > 0 && (
        <p className="px-3 pb-3 text-error">
          {say("Version {unreadable} cannot be read by this program; it is kept as it is.", {
            unreadable: photo.unreadable.join(", "),
          })}
        </p>
      )}
      {photo.versions.length > 1 && (
        <p className="muted px-3 pb-3">
          {say("Versions")}{" "}
          {photo.versions.map((v) => (
            <Link
              key={v.id}
              href={`/bench/${v.id}`}
              className="mx-0.5 rounded border px-1.5 font-semibold"
              {...(v.note && { title: v.note })}
            >
              {v.name}
              {v.chosen && " ✓"}
            </Link>
          ))}
        </p>
      )}
    </li>
  );
}

/** The six courses as a row of small stones; laid ones are filled. The words are in the description. */
function CourseStones({ laid }: { laid: readonly string[] }) {
  const names = COURSES.filter((c) => laid.includes(c.key)).map((c) => c.name);
  const words = names.length > 0 ? say("Laid: {names}", { names: names.join(", ") }) : say("Nothing laid yet");
  return (
    <div className="px-3 pb-3">
      <div className="flex gap-[2px]" aria-hidden>
        {COURSES.map((c, i) => (
          <i
            key={c.key}
            title={c.name}
            className="stone h-[9px]"
            style={{ flex: i % 2 ? 1 : 1.25 }}
            data-state={laid.includes(c.key) ? "laid" : "untouched"}
          />
        ))}
      </div>
      <p className="muted mt-1 text-[0.9rem]">{words}</p>
    </div>
  );
}
