"use client";

import { Line } from "react-konva";
import { useBench } from "@/client/bench-store";
import type { MarkParts } from "../../marks/mark-parts";
import { pathOf } from "../../marks/projection";
import { FaceMark } from "./face-mark";
import { FoundMarks } from "./found-marks";

/** Proposals, faces, and where one more line would help; the lines themselves are the sheet's. */
export function LinesMarks({ derived, projection, colours }: MarkParts) {
  const faces = useBench((s) => s.recipe.faces);
  return (
    <>
      <FoundMarks projection={projection} colours={colours} />
      {faces.map((face, i) => (
        <FaceMark key={face.id} face={face} name={`F${i + 1}`} projection={projection} colours={colours} />
      ))}
      {derived.next && (
        <Line
          points={pathOf(projection, derived.next.ends).flatMap(([px, py]) => [px, py])}
          stroke={colours.plumb}
          strokeWidth={2.5}
          dash={[1, 7]}
          lineCap="round"
          listening={false}
        />
      )}
    </>
  );
}
