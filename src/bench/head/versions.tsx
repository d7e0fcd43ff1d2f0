"use client";

import { say } from "@/language";
import Link from "next/link";
import { useRouter } from "next/navigation";
import type { Version } from "@/client";

/** More versions than this stand in a menu: side by side they would crowd out the header. */
const MOST = 8;

/** The photo's versions, the open one marked; a press opens another. */
export function Versions({ siblings, current }: { siblings: readonly Version[]; current: Version }) {
  const router = useRouter();
  if (siblings.length < 2) return current.name;
  if (siblings.length > MOST)
    return (
      <select
        className="select select-xs w-20"
        aria-label={say("Version")}
        value={current.id}
        onChange={(e) => router.push(`/bench/${e.target.value}`)}
      >
        {siblings.map((v) => (
          <option key={v.id} value={v.id}>
            {v.name}
          </option>
        ))}
      </select>
    );
  return siblings.map((v) => (
    <Link
      key={v.id}
      href={`/bench/${v.id}`}
      aria-current={v.id === current.id ? "page" : undefined}
      className="max-w-32 truncate rounded border px-1.5 aria-[current]:bg-primary aria-[current]:text-primary-content"
      {...(v.note && { title: v.note })}
    >
      {v.name}
      {v.chosen && " ✓"}
    </Link>
  ));
}
