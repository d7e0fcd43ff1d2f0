"use client";

import { useMemo, useRef } from "react";
import type { Photo } from "@/client";
import type { ShownFill } from "@/client/shown-fill";
import type { Pane } from "@/client/picture/picture-view";
import type { Rect } from "@/core/geometry";
import type { SettledRecipe } from "@/core/render";
import { usePicture } from "../picture/use-picture";
import { useSharp } from "../picture/use-sharp";

/** The picture that is compared with: canvases of its own, made just as the sheet's own are. */
export function ComparedPicture({
  photo,
  pane,
  recipe,
  scale,
  fill,
  style,
}: {
  photo: Photo;
  /** What it shows and where, CSS pixels of the sheet. */
  pane: Pane;
  /** Null: as shot. */
  recipe: SettledRecipe | null;
  /** How closely it is looked at, screen pixels to one of a plane. */
  scale: number;
  /** What is made up at its edges. */
  fill: ShownFill | null;
  style: React.CSSProperties;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const sharp = useRef<HTMLCanvasElement>(null);
  const panes = useMemo(() => [pane], [pane]);
  const { error, cardless } = usePicture(canvas, photo, panes, scale);
  useSharp(sharp, photo, { pane, recipe, scale, fill, cardless });
  return (
    <div className="pointer-events-none absolute inset-0" style={style} data-testid="compared">
      <canvas ref={canvas} className="absolute inset-0 h-full w-full" data-testid="compared-picture" />
      <canvas ref={sharp} hidden className="absolute" style={boxOf(pane.screen)} data-testid="compared-sharp" />
      {error && <p className="absolute inset-x-20 top-24 rounded bg-error p-3 text-error-content">{error}</p>}
    </div>
  );
}

/** Where a sharp canvas lies, for a style. */
export const boxOf = ([left, top, width, height]: Rect): React.CSSProperties => ({ left, top, width, height });
