"use client";

import { Fragment } from "react";
import { Circle, Group, Line } from "react-konva";
import { useBench } from "@/client/bench-store";
import { keepMarksOf, missedBy } from "@/core/frame";
import { placedMark } from "@/core/render";
import type { MarkParts } from "../../marks/mark-parts";
import { onScreen } from "../../marks/projection";
import { MarkLabel } from "../../marks/mark-label";

/** Half the length of a mark's cross, CSS pixels. */
const ARM = 11;

/** Spots that must stay in the frame: a survey point each; crossed out where the frame leaves it out. */
export function KeepMarks({ derived, projection, asShot, colours }: MarkParts) {
  const { recipe } = useBench();
  if (asShot) return null;
  const { frame } = derived.map;
  return keepMarksOf(recipe).map((mark, i) => {
    const { id, at, to } = mark;
    const p = onScreen(projection, at);
    if (!p) return null;
    const missed = missedBy(frame, placedMark(mark, projection.map.fromRecorded));
    const out = missed === null || missed > 1;
    const colour = out ? colours.plumb : colours.ink;
    const arms = out
      ? [
          [-ARM, -ARM, ARM, ARM],
          [-ARM, ARM, ARM, -ARM],
        ]
      : [
          [-ARM, 0, ARM, 0],
          [0, -ARM, 0, ARM],
        ];
    const area =
      to && [at, [to[0], at[1]] as const, to, [at[0], to[1]] as const].flatMap((c) => onScreen(projection, c) ?? []);
    return (
      <Fragment key={id}>
        {area &&
          [colours.halo, colour].map((stroke, n) => (
            <Line
              key={stroke}
              points={area}
              closed
              stroke={stroke}
              strokeWidth={n === 0 ? 4 : 1.5}
              dash={n === 0 ? [] : [6, 3]}
              listening={false}
            />
          ))}
        <Group x={p[0]} y={p[1]} listening={false}>
          {[colours.halo, colour].map((stroke, n) => (
            <Group key={stroke}>
              <Circle radius={6.5} stroke={stroke} strokeWidth={n === 0 ? 5 : 2} />
              {arms.map((points) => (
                <Line key={points.join()} points={points} stroke={stroke} strokeWidth={n === 0 ? 4 : 1.5} />
              ))}
            </Group>
          ))}
          <MarkLabel x={ARM + 2} y={-ARM - 6} text={`K${i + 1}`} colour={colour} halo={colours.halo} />
        </Group>
      </Fragment>
    );
  });
}
