"use client";

import { useMemo } from "react";
import { useBench } from "@/client/bench-store";
import { bestOf, foundIn } from "@/core/edits";
import { isOpen } from "./look";
import { FaintLines } from "../marks/faint-lines";
import type { SheetColours } from "../marks/colours";
import type { Projection } from "../marks/projection";

/** The lines that the picture's own edges propose, faint, until they are taken or left. */
export function OwnMarks({ projection, colours }: { projection: Projection; colours: SheetColours }) {
  const own = useBench((s) => s.own);
  const open = useBench(isOpen);
  const size = useBench((s) => s.size);
  const groups = useMemo(() => {
    if (!open || own.state !== "found") return [];
    const found = foundIn(own.proposal);
    return found.groups.flatMap(({ kind, members }) =>
      kind === "other"
        ? []
        : [{ kind, segments: bestOf(found, members, Math.max(...size)).map((i) => found.segments[i]!.points) }],
    );
  }, [open, own, size]);
  return groups.length > 0 ? <FaintLines groups={groups} projection={projection} colours={colours} /> : null;
}
