"use client";

import { useMemo } from "react";
import { Shape } from "react-konva";
import type { Vec2 } from "@/core/geometry";
import type { SheetColours } from "./colours";
import { type Projection, onScreen } from "./projection";

type Drawn = readonly [Vec2, Vec2];

interface FaintParts {
  readonly groups: readonly { readonly kind: "plumb" | "sill"; readonly segments: readonly Drawn[] }[];
  readonly projection: Projection;
  readonly colours: SheetColours;
}

/** Lines that are only proposed; one shape, so that thousands cost little. */
export function FaintLines({ groups: open, projection, colours }: FaintParts) {
  const groups = useMemo(
    () =>
      open.map(({ kind, segments }) => ({
        kind,
        paths: segments.flatMap(([p, q]): Drawn[] => {
          const [a, b] = [onScreen(projection, p), onScreen(projection, q)];
          return a && b ? [[a, b]] : [];
        }),
      })),
    [open, projection],
  );
  return (
    <Shape
      listening={false}
      perfectDrawEnabled={false}
      sceneFunc={(context) => {
        for (const [width, halo] of [
          [3, true],
          [1.3, false],
        ] as const) {
          context.setAttr("lineWidth", width);
          context.setAttr("globalAlpha", halo ? 0.35 : 0.8);
          for (const { kind, paths } of groups) {
            context.setAttr("strokeStyle", halo ? colours.halo : colours[kind]);
            context.beginPath();
            for (const [a, b] of paths) {
              context.moveTo(a[0], a[1]);
              context.lineTo(b[0], b[1]);
            }
            context.stroke();
          }
        }
        context.setAttr("globalAlpha", 1);
      }}
    />
  );
}
