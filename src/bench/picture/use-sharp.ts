import { type RefObject, useEffect, useRef } from "react";
import type { Photo } from "@/client";
import { type ShownFill, fillIn } from "@/client/shown-fill";
import type { Pane } from "@/client/picture/picture-view";
import { type SharpStrip, sharpStrips } from "@/client/sharp";
import type { SettledRecipe } from "@/core/render";
import { tooMuch } from "@/core/render/too-much";

/** How long the view must rest before the original itself is fetched, ms: a little after the careful draw. */
const REST_MS = 260;
/** Screen pixels per pixel of the original from which on it is worth it. */
const FROM = 0.99;

export interface SharpView {
  /** The main pane; null while something moves. */
  readonly pane: Pane | null;
  /** Null: as shot. */
  readonly recipe: SettledRecipe | null;
  /** Laid over it. */
  readonly fill: ShownFill | null;
  /** CSS pixels per plane pixel. */
  readonly scale: number;
  /** Nothing else draws: it is made at any size, and what was made stays until the next is there. */
  readonly cardless?: boolean;
}

/**
 * Once the sheet rests at full size or closer, covers the picture with what a delivery makes of the original's own
 * pixels there, and uncovers it as soon as anything moves. Where that fails the picture beneath stays, which is as good
 * as the preview.
 */
export function useSharp(
  canvas: RefObject<HTMLCanvasElement | null>,
  photo: Photo,
  { pane, recipe, scale, fill, cardless = false }: SharpView,
): void {
  const { sha256, width, height } = photo;
  // The recipe as it was when the pane was made: the pane changes with it.
  const latest = useRef(recipe);
  useEffect(() => {
    latest.current = recipe;
  });
  useEffect(() => {
    const target = canvas.current;
    const ratio = window.devicePixelRatio || 1;
    if (!target || !pane || pane.alone || (!cardless && scale * ratio < FROM)) return;
    let over = false;
    const timer = setTimeout(async () => {
      // What no delivery would be made of is not made here either; saving says so in words.
      if (latest.current && tooMuch(latest.current)) return;
      const [w, h] = [Math.round(pane.screen[2] * ratio), Math.round(pane.screen[3] * ratio)];
      const order = { photo: { sha256, width, height }, recipe: latest.current, plane: pane.plane };
      const layers = fill ? await fillIn(fill, pane.plane) : [];
      if (over) return;
      const strips = await sharpStrips({ ...order, layers, output: [w, h] }).catch(() => []);
      if (over || strips.length === 0) return;
      cover(target, strips, w, h);
      if (cardless) target.dataset["rested"] = "";
    }, REST_MS);
    return () => {
      over = true;
      clearTimeout(timer);
      if (!cardless) target.hidden = true;
      delete target.dataset["sharp"];
      delete target.dataset["rested"];
    };
  }, [canvas, pane, scale, fill, cardless, sha256, width, height]);
}

function cover(canvas: HTMLCanvasElement, strips: readonly SharpStrip[], width: number, height: number): void {
  canvas.width = width;
  canvas.height = height;
  const context = canvas.getContext("2d");
  if (!context) return;
  for (const { top, image } of strips) context.putImageData(image, 0, top);
  canvas.hidden = false;
  canvas.dataset["sharp"] = "";
}
