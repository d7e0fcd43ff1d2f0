"use client";

import { useMemo } from "react";
import { useBench } from "@/client/bench-store";
import { openIn } from "@/core/edits";
import type { SheetColours } from "../../marks/colours";
import { FaintLines } from "../../marks/faint-lines";
import type { Projection } from "../../marks/projection";

/** Proposals not taken yet, faint, in the colour of what they would become; one shape, so that thousands cost little. */
export function FoundMarks({ projection, colours }: { projection: Projection; colours: SheetColours }) {
  const found = useBench((s) => s.found);
  const lines = useBench((s) => s.recipe.lines);
  // Which are open changes only as lines are taken; where they lie, with every move of the picture.
  const open = useMemo(
    () =>
      (found?.groups ?? []).flatMap((group) =>
        !found || group.kind === "other"
          ? []
          : [{ kind: group.kind, segments: openIn(found, group, lines).map((i) => found.segments[i]!.points) }],
      ),
    [found, lines],
  );
  return found ? <FaintLines groups={open} projection={projection} colours={colours} /> : null;
}
