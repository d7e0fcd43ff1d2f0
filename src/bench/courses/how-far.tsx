"use client";

import { say } from "@/language";
import { useMemo } from "react";
import { useBench } from "@/client/bench-store";
import { worstStretch } from "@/core/render";
import { fixed } from "@/ui";
import type { Derived } from "../derived";

/** A correction that stretches the frame's worst place by more than this asks for more than a picture usually bears. */
const MUCH = 2.2;

/** What all corrections together cost: where it stretches the picture, in words, and the map of it. */
export function HowFar({ derived }: { derived: Derived }) {
  const { stretch, set, gesture } = useBench();
  const worst = useMemo(() => (gesture ? null : worstStretch(derived.map)), [derived.map, gesture]);
  return (
    <div className="ruled flex items-center gap-2 border-t px-3.5 py-2">
      <p className="grow" data-testid="stretch">
        {worst === null
          ? "…"
          : worst.factor > MUCH
            ? say(
                "In the frame the picture is stretched up to {factor} times: more than pictures usually bear. Ease the correction, or crop there.",
                { factor: fixed(worst.factor, 1) },
              )
            : say("In the frame the picture is stretched {factor} times at most.", { factor: fixed(worst.factor, 2) })}
      </p>
      <button className="btn btn-sm" title="U" aria-pressed={stretch} onClick={() => set({ stretch: !stretch })}>
        {stretch ? say("Hide the map") : say("Show where")}
      </button>
    </div>
  );
}
