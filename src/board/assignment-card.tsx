"use client";

import { say } from "@/language";
import { format } from "date-fns";
import { Pencil, Trash2 } from "lucide-react";
import Link from "next/link";
import { useState } from "react";
import { type Assignment, previewUrl } from "@/client";

interface Props {
  assignment: Assignment;
  onRename(name: string): void;
  onDelete(): void;
}

const EMPTY = say("No photos yet");

/** One assignment on the board: its first photos, name and count; renamed in place. */
export function AssignmentCard({ assignment, onRename, onDelete }: Props) {
  const [editing, setEditing] = useState(false);
  const href = `/assignments/${assignment.id}`;
  const rename = (name: string): void => {
    setEditing(false);
    if (name.trim() && name.trim() !== assignment.name) onRename(name);
  };
  return (
    <li className="ruled flex flex-col overflow-hidden rounded border bg-base-100">
      <Link
        href={href}
        aria-label={
          assignment.covers.length === 0
            ? say("Open {name}: {empty}", { name: assignment.name, empty: EMPTY })
            : say("Open {name}", { name: assignment.name })
        }
        className="relative block aspect-[3/2] overflow-hidden bg-(--surround)"
      >
        <Covers covers={assignment.covers} />
      </Link>
      <div className="flex items-start gap-1 p-3">
        <div className="min-w-0 grow">
          {editing ? (
            <input
              className="input input-sm w-full"
              aria-label={say("New name")}
              defaultValue={assignment.name}
              maxLength={200}
              autoFocus
              onFocus={(e) => e.target.select()}
              onBlur={(e) => rename(e.target.value)}
              onKeyDown={(e) => {
                if (e.key === "Enter") e.currentTarget.blur();
                if (e.key === "Escape") {
                  e.currentTarget.value = assignment.name;
                  e.currentTarget.blur();
                }
              }}
            />
          ) : (
            <Link href={href} className="block truncate text-base font-semibold">
              {assignment.name}
            </Link>
          )}
          <p className="muted">
            {assignment.photoCount === 1
              ? say("1 photo")
              : say("{photoCount} photos", { photoCount: assignment.photoCount })}{" "}
            · {format(new Date(assignment.createdAt), "d MMM yyyy")}
          </p>
        </div>
        <button
          className="btn btn-ghost btn-sm btn-square"
          aria-label={say("Rename {name}", { name: assignment.name })}
          onClick={() => setEditing(true)}
        >
          <Pencil size={15} />
        </button>
        <button
          className="btn btn-ghost btn-sm btn-square"
          aria-label={say("Delete {name}", { name: assignment.name })}
          onClick={onDelete}
        >
          <Trash2 size={15} />
        </button>
      </div>
    </li>
  );
}

function Covers({ covers }: { covers: readonly string[] }) {
  if (covers.length === 0)
    return (
      <span className="absolute inset-0 grid place-content-center text-[#3f3f3f] [[data-theme=night]_&]:text-[#d0d0d0]">
        {EMPTY}
      </span>
    );
  return (
    <div className={`absolute inset-0 grid auto-rows-fr gap-px ${covers.length > 1 ? "grid-cols-2" : ""}`}>
      {covers.slice(0, covers.length > 3 ? 4 : covers.length > 1 ? 2 : 1).map((sha) => (
        <img key={sha} src={previewUrl(sha, "thumb")} alt="" className="h-full min-h-0 w-full object-cover" />
      ))}
    </div>
  );
}
