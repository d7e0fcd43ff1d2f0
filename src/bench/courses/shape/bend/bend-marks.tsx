"use client";

import { Circle, Line } from "react-konva";
import { toScreen } from "@/client/picture/view";
import type { Vec2 } from "@/core/geometry";
import { type BendSettings, bendNames } from "@/core/shape/bend";
import { useBend } from "./bend-state";
import { BOWED_SHOWN } from "./bowed-part";
import { faceOutline, pathThrough } from "./hold-mark";
import type { Derived } from "../../../derived";
import { useBench } from "@/client/bench-store";
import type { MarkParts } from "../../../marks/mark-parts";
import type { SheetColours } from "../../../marks/colours";
import { LineMark } from "../../../marks/line-mark";
import { MarkLabel } from "../../../marks/mark-label";
import { type Projection, onScreen } from "../../../marks/projection";

interface Parts extends MarkParts {
  shape: BendSettings;
}

const flat = (path: readonly Vec2[]): number[] => path.flatMap(([x, y]) => [x, y]);

/** Taut lines, joined faces and shields over the picture. */
export function BendMarks({ shape, derived, asShot, projection, colours }: Parts) {
  const { selected, selectedEnd } = useBench();
  const { mesh } = useBend();
  const names = bendNames(shape);
  return (
    <>
      {mesh && !asShot && derived.bend && <Mesh bend={derived.bend} projection={projection} colours={colours} />}
      {(derived.bend?.bowed ?? []).slice(0, BOWED_SHOWN).map(({ number }) => {
        const [ax, ay, bx, by] = shape.edges![number]!;
        const path = pathThrough(projection, [
          [ax, ay],
          [bx, by],
        ]);
        return (
          path.length > 1 && (
            <Line key={`edge ${number}`} points={flat(path)} stroke={colours.taut} strokeWidth={1.4} dash={[2, 5]} />
          )
        );
      })}
      {shape.faces.map(({ id, joints, on }) => {
        const outline = faceOutline(projection, shape, joints);
        if (outline.length < 4) return null;
        const points = flat(outline);
        return [
          <Line key={`${id}-`} points={points} closed stroke={colours.halo} strokeWidth={4.5} opacity={0.6} />,
          <Line
            key={id}
            points={points}
            closed
            stroke={colours.face}
            strokeWidth={id === selected ? 2.6 : 1.7}
            dash={on ? [2, 2, 7, 2] : [2, 6]}
          />,
          <Named key={`${id}.`} at={outline[0]!} name={names.get(id)!} colours={colours} />,
        ];
      })}
      {shape.shields.map(({ id, points, on }) => {
        const path = pathThrough(projection, points);
        if (path.length < 2) return null;
        const closed = points.length > 2;
        return [
          <Line
            key={`${id}-`}
            points={flat(path)}
            closed={closed}
            stroke={colours.halo}
            strokeWidth={4.5}
            opacity={0.6}
          />,
          <Line
            key={id}
            points={flat(path)}
            closed={closed}
            stroke={colours.ink}
            strokeWidth={id === selected ? 2.6 : 1.7}
            dash={on ? [1, 4] : [1, 9]}
            lineCap="round"
          />,
          <Named key={`${id}.`} at={path[0]!} name={names.get(id)!} colours={colours} />,
        ];
      })}
      {shape.taut.map(({ id, points, on }) => {
        const path = pathThrough(projection, points);
        return [
          <LineMark
            key={id}
            path={path}
            kind="taut"
            on={on}
            selected={id === selected}
            end={id === selected ? selectedEnd : null}
            colours={colours}
          />,
          path.length > 1 && <Named key={`${id}.`} at={path[0]!} name={names.get(id)!} colours={colours} />,
        ];
      })}
      <Joints {...{ shape, projection, colours }} />
    </>
  );
}

/** Corners of joined faces; one that is held is larger. */
function Joints({ shape, projection, colours }: Pick<Parts, "shape" | "projection" | "colours">) {
  const { joint, pulling } = useBend();
  return shape.joints.map(({ id, at, by }) => {
    const place = onScreen(projection, at);
    if (!place) return null;
    const isHeld = id === joint;
    return (
      <Circle
        key={id}
        x={place[0]}
        y={place[1]}
        radius={isHeld ? 6.5 : 5}
        fill={by || (isHeld && pulling) ? colours.face : colours.halo}
        stroke={by ? colours.halo : colours.face}
        strokeWidth={1.8}
      />
    );
  });
}

/** A mark's name beside its first place. */
const Named = ({ at, name, colours }: { at: Vec2; name: string; colours: SheetColours }) => (
  <MarkLabel x={at[0] + 9} y={at[1] + 8} text={name} colour={colours.ink} halo={colours.halo} />
);

/** Lines of the plane as they were before, two cells of the mesh apart. */
function Mesh({
  bend,
  projection,
  colours,
}: {
  bend: NonNullable<Derived["bend"]>;
  projection: Projection;
  colours: SheetColours;
}) {
  const { warp } = bend.model;
  const { x, y, cell, columns, rows } = warp.field.lattice;
  const at = (u: number, v: number): number[] => [
    ...toScreen(projection.view, warp.forward([x + u * cell, y + v * cell])),
  ];
  const steps = (count: number): number[] => Array.from({ length: 2 * count + 1 }, (_, i) => i / 2);
  const lines = [
    ...steps(columns / 2).map((u) => steps(rows).flatMap((v) => at(2 * u, v))),
    ...steps(rows / 2).map((v) => steps(columns).flatMap((u) => at(u, 2 * v))),
  ];
  return lines.map((points, i) => (
    <Line key={i} points={points} stroke={colours.taut} strokeWidth={0.9} opacity={0.65} listening={false} />
  ));
}
