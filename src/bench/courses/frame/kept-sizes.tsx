"use client";

import { X } from "lucide-react";
import { useState } from "react";
import type { OpenedVersion } from "@/client";
import { useBench } from "@/client/bench-store";
import { outputAt } from "@/core/edits";
import type { OutputSize } from "@/core/frame";
import { say } from "@/language";
import { useAssignmentFrames } from "./use-assignment-frames";

/** Sizes kept with the visit under names. */
export function KeptSizes({
  assignment,
  output,
}: {
  assignment: OpenedVersion["assignment"];
  output: OutputSize | undefined;
}) {
  const { edit } = useBench();
  const { frames, keep } = useAssignmentFrames(assignment);
  const [name, setName] = useState("");
  return (
    <>
      {frames.sizes.map((size) => (
        <div key={size.name} className="flex gap-1.5">
          <button className="btn btn-sm grow justify-start" onClick={() => edit(outputAt(size.output))}>
            {size.name}
          </button>
          <button
            className="btn btn-ghost btn-sm btn-square"
            aria-label={say("Drop {name}", { name: size.name })}
            onClick={() => keep({ sizes: frames.sizes.filter((s) => s.name !== size.name) })}
          >
            <X size={14} />
          </button>
        </div>
      ))}
      {output && (
        <form
          className="flex gap-1.5"
          onSubmit={(e) => {
            e.preventDefault();
            const named = name.trim();
            if (named === "") return;
            keep({ sizes: [...frames.sizes.filter((s) => s.name !== named), { name: named, output }] });
            setName("");
          }}
        >
          <input
            className="input input-sm grow"
            aria-label={say("Name to keep this size under")}
            placeholder={say("Keep with this visit as …")}
            maxLength={60}
            value={name}
            onChange={(e) => setName(e.target.value)}
          />
          <button className="btn btn-sm" disabled={name.trim() === ""}>
            {say("Keep")}
          </button>
        </form>
      )}
    </>
  );
}
