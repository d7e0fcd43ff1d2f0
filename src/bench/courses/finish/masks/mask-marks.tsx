"use client";

import { useMemo } from "react";
import { Circle, Group, Line, Shape } from "react-konva";
import { type View, toPlane } from "@/client/picture/view";
import { type Mask, maskField, placedMasks } from "@/core/finish";
import type { Size, Vec2 } from "@/core/geometry";
import { maskNames } from "./mask-names";
import { useMasks } from "./mask-state";
import { useBench } from "@/client/bench-store";
import type { MarkParts } from "../../../marks/mark-parts";
import { useToolInHand } from "../../../tools/tool-in-hand";
import type { SheetColours } from "../../../marks/colours";
import { MarkLabel } from "../../../marks/mark-label";
import { type Projection, onScreen } from "../../../marks/projection";

/** Half the length of the bars at a wash's ends, CSS pixels. */
const BAR = 26;
/** Side of the cells in which what a mask covers is shown, CSS pixels. */
const CELL = 6;

/** The masks of Finish: a wash by its two ends, a dab by its strokes' ways; and over the picture what the selected one covers. */
export function MaskMarks({ projection, sheet, asShot, colours }: MarkParts) {
  const masks = useBench((s) => s.recipe.finish?.masks);
  const selected = useBench((s) => s.selected);
  // With a brush in hand only the selected one is marked: what it has made is looked at.
  const quiet = useToolInHand().brush !== undefined;
  const { covered } = useMasks();
  if (asShot || !masks) return null;
  const names = maskNames(masks);
  const chosen = masks.find((m) => m.id === selected);
  return (
    <>
      {covered && chosen && <Covered mask={chosen} {...{ projection, sheet, colours }} />}
      {masks.map((mask) => {
        if (quiet && mask.id !== selected) return null;
        const parts = { name: names.get(mask.id)!, chosen: mask.id === selected, colours };
        return (
          <Group key={mask.id} opacity={mask.on ? 1 : 0.45}>
            {mask.ends ? (
              <WashMark ends={[onScreen(projection, mask.ends[0]), onScreen(projection, mask.ends[1])]} {...parts} />
            ) : (
              mask.dabs!.map(({ points, off }, i) => (
                <DabMark
                  key={i}
                  path={points.map((p) => onScreen(projection, p)).filter((p) => p !== null)}
                  off={off ?? false}
                  {...parts}
                  name={i === 0 ? parts.name : ""}
                />
              ))
            )}
          </Group>
        );
      })}
    </>
  );
}

interface Parts {
  readonly name: string;
  readonly chosen: boolean;
  readonly colours: SheetColours;
}

function WashMark({ ends: [from, to], name, chosen, colours }: Parts & { ends: readonly (Vec2 | null)[] }) {
  if (!from || !to) return null;
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  const long = Math.hypot(dx, dy) || 1;
  const [nx, ny] = [(-BAR * dy) / long, (BAR * dx) / long];
  const bar = ([x, y]: Vec2): number[] => [x - nx, y - ny, x + nx, y + ny];
  const middle: Vec2 = [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2];
  const lines: { points: number[]; dash?: number[]; wide: number }[] = [
    { points: [...from, ...to], wide: 1.2, dash: [2, 4] },
    { points: bar(from), wide: 2.6 },
    { points: bar(middle), wide: 1.4 },
    { points: bar(to), wide: 1.4, dash: [4, 4] },
  ];
  return (
    <>
      {lines.flatMap(({ points, wide, dash }, i) => [
        <Line key={`${i}h`} points={points} stroke={colours.halo} strokeWidth={wide + 2.5} opacity={0.7} />,
        <Line
          key={i}
          points={points}
          stroke={colours.sill}
          strokeWidth={chosen ? wide + 0.8 : wide}
          {...(dash && { dash })}
        />,
      ])}
      {[from, to].map(([x, y], i) => (
        <Circle
          key={i}
          x={x}
          y={y}
          radius={chosen ? 5.5 : 4}
          fill={i === 0 ? colours.sill : colours.halo}
          stroke={colours.sill}
          strokeWidth={1.6}
        />
      ))}
      <MarkLabel x={from[0] + 9} y={from[1] + 8} text={name} colour={colours.sill} halo={colours.halo} />
    </>
  );
}

function DabMark({ path, off, name, chosen, colours }: Parts & { path: readonly Vec2[]; off: boolean }) {
  const [first] = path;
  if (!first) return null;
  const flat = (path.length === 1 ? [first, first] : path).flatMap(([x, y]) => [x, y]);
  return (
    <>
      <Line points={flat} stroke={colours.halo} strokeWidth={4} opacity={0.7} lineCap="round" lineJoin="round" />
      <Line
        points={flat}
        stroke={colours.sill}
        strokeWidth={chosen ? 2.4 : 1.4}
        dash={off ? [1, 5] : []}
        lineCap="round"
        lineJoin="round"
      />
      {name && <MarkLabel x={first[0] + 6} y={first[1] - 18} text={name} colour={colours.sill} halo={colours.halo} />}
    </>
  );
}

/** What a mask covers, shaded cell by cell. */
function Covered({
  mask,
  projection,
  sheet,
  colours,
}: {
  mask: Mask;
  projection: Projection;
  sheet: Size;
  colours: SheetColours;
}) {
  const { map, view } = projection;
  const shade = useMemo(
    () => shaded(mask, map.fromRecorded, view, sheet, colours.sill),
    [mask, map, view, sheet, colours],
  );
  return (
    <Shape
      listening={false}
      perfectDrawEnabled={false}
      sceneFunc={(context) => context.drawImage(shade, 0, 0, shade.width * CELL, shade.height * CELL)}
    />
  );
}

/** One pixel a cell, of the colour, as opaque as the mask covers it; drawn larger it is smooth. */
function shaded(
  mask: Mask,
  forward: (p: Vec2) => Vec2 | null,
  view: View,
  sheet: Size,
  colour: string,
): HTMLCanvasElement {
  const [x, y] = toPlane(view, [CELL / 2, CELL / 2]);
  const [width, height] = [Math.ceil(sheet[0] / CELL), Math.ceil(sheet[1] / CELL)];
  const field = maskField(placedMasks([mask], forward)[0]!, { x, y, apart: CELL / view.scale, width, height });
  const canvas = document.createElement("canvas");
  canvas.width = width;
  canvas.height = height;
  const context = canvas.getContext("2d")!;
  context.fillStyle = colour;
  context.fillRect(0, 0, width, height);
  const image = context.getImageData(0, 0, width, height);
  field.forEach((share, n) => (image.data[4 * n + 3] = 140 * share));
  context.putImageData(image, 0, 0);
  return canvas;
}
