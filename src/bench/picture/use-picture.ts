import { say, sayError } from "@/language";
import { type RefObject, useEffect, useRef, useState } from "react";
import { type Photo, previewUrl } from "@/client";
import { useBench } from "@/client/bench-store";
import { bitmapAt } from "@/client/picture/early";
import { type Pane, PictureView } from "@/client/picture/picture-view";

/** How long things must rest before the careful filter is used, ms. */
const REST_MS = 140;
/** The same while something is dragged where there is no graphics processor: a careful picture would hold up the next quick one. */
const HELD_REST_MS = 450;
/** Below this many texels per screen pixel the closer preview is fetched. */
const SHARP_ENOUGH = 0.95;

/**
 * Keeps a canvas showing the panes: fetches the photo's preview, and the closer one when the zoom asks for
 * it; redraws when the panes change.
 *
 * @param closest screen pixels per pixel of the original in the most enlarged pane.
 */
export function usePicture(
  canvas: RefObject<HTMLCanvasElement | null>,
  photo: Photo,
  panes: readonly Pane[],
  closest: number,
) {
  const view = useRef<PictureView | null>(null);
  const [error, setError] = useState<string | null>(null);
  // Without WebGL2 nothing is drawn here: what rests is made by the kernel, see useSharp.
  const [cardless, setCardless] = useState(false);
  const [arrived, setArrived] = useState(0);
  // Whether what is shown is more than the board's small picture, which only bridges the wait.
  const [settled, setSettled] = useState(false);
  const sharpness = sharpnessOf(photo);
  const closer = settled && sharpness < 1 && closest * window.devicePixelRatio * SHARP_ENOUGH > sharpness;

  useEffect(() => {
    if (!canvas.current) return;
    try {
      view.current = new PictureView(canvas.current);
    } catch {
      // eslint-disable-next-line react-hooks/set-state-in-effect -- only the browser itself can tell
      setCardless(true);
    }
    return () => {
      view.current = null;
    };
  }, [canvas]);

  const level = closer ? "close" : "bench";
  useEffect(() => {
    if (cardless) return;
    // What has been fetched stays, also when the zoom no longer asks for it.
    if (level === "bench" && view.current && view.current.sharpness > 0.99 * sharpness) return;
    const stop = new AbortController();
    const take = (bitmap: ImageBitmap): boolean => {
      const target = view.current;
      const wanted = !stop.signal.aborted && target !== null;
      if (
        wanted &&
        Math.max(bitmap.width, bitmap.height) <= target.largest &&
        bitmap.width / photo.width > target.sharpness
      )
        target.setPicture(bitmap, [photo.width, photo.height]);
      bitmap.close();
      if (wanted) setArrived((n) => n + 1);
      return wanted;
    };
    // The board's small picture is in the browser already, as a rule: something to see at once.
    if (level === "bench") bitmapAt(previewUrl(photo.sha256, "thumb"), stop.signal).then(take, () => undefined);
    bitmapAt(previewUrl(photo.sha256, level), stop.signal)
      .then((bitmap) => {
        if (take(bitmap)) setSettled(true);
      })
      .catch((e: unknown) => {
        if (!stop.signal.aborted)
          setError(say("{message} The original is safe; reload to try again.", { message: sayError(e as Error) }));
      });
    return () => stop.abort();
  }, [photo, level, sharpness, cardless]);

  useDrawn(canvas, view, panes, arrived, settled);
  return { error, ready: cardless || arrived > 0, cardless };
}

/**
 * Draws the panes: quickly while something changes, carefully once it rests.
 *
 * @param arrived how many pictures have come. @param settled whether what is shown is more than the board's small picture.
 */
function useDrawn(
  canvas: RefObject<HTMLCanvasElement | null>,
  view: RefObject<PictureView | null>,
  panes: readonly Pane[],
  arrived: number,
  settled: boolean,
): void {
  useEffect(() => {
    const target = view.current;
    if (!target || arrived === 0) return;
    canvas.current?.removeAttribute("data-rested");
    let rest: ReturnType<typeof setTimeout>;
    // The careful draw waits for the quick one, which may come late on a busy machine.
    const frame = requestAnimationFrame(() => {
      target.draw(panes, "quick");
      const isHeld = target.inSoftware && useBench.getState().gesture !== null;
      const restMs = isHeld ? HELD_REST_MS : REST_MS;
      rest = setTimeout(() => {
        target.draw(panes, "careful");
        if (settled) canvas.current?.setAttribute("data-rested", "");
      }, restMs);
    });
    return () => {
      cancelAnimationFrame(frame);
      clearTimeout(rest);
    };
  }, [canvas, view, panes, arrived, settled]);
}

/** Texels per pixel of the original in the Bench's preview. */
const sharpnessOf = (photo: Photo): number => Math.min(1, 2560 / Math.max(photo.width, photo.height));
