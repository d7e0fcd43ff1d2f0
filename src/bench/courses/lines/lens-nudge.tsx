"use client";

import { say } from "@/language";
import { useEffect, useState } from "react";
import type { Photo } from "@/client";
import { useBench } from "@/client/bench-store";
import { takeProfile } from "@/core/edits";
import { laidCourses } from "@/core/recipe";
import { isOpen } from "../../own-edges/look";
import { useProfiles } from "../../own-edges/use-profiles";

const key = (photo: Photo): string => `flat-stone-nudged-${photo.id}`;

/** Said once a photo, where Lines is opened before Lens although a profile fits: no straight line fits a bowed edge. */
export function LensNudge({ photo }: { photo: Photo }) {
  const bench = useBench();
  const { proposals } = useProfiles(photo);
  const [said, setSaid] = useState(() => localStorage.getItem(key(photo)) !== null);
  const proposal = proposals[0];
  const due = !said && proposal !== undefined && bench.recipe.lens.on && !laidCourses(bench.recipe).includes("lens");
  useEffect(() => {
    if (!due) return;
    return () => localStorage.setItem(key(photo), "said");
  }, [due, photo]);
  if (!due) return null;
  return (
    <div role="status" className="ruled flex flex-col gap-1.5 border-b bg-info/15 px-3.5 py-2">
      <span>
        {say("The lens comes first: no straight line fits a bowed edge. {reason}", { reason: proposal.reason })}
      </span>
      <span className="flex gap-1.5">
        <button
          className={`btn btn-sm ${isOpen(bench) ? "" : "btn-primary"}`}
          onClick={() => bench.edit(takeProfile(proposal, photo, bench.size))}
        >
          {say("Take it (L)")}
        </button>
        <button className="btn btn-ghost btn-sm" onClick={() => setSaid(true)}>
          {say("Not now")}
        </button>
      </span>
    </div>
  );
}
