"use client";

import { useEffect, useRef, useState } from "react";
import { type View, toScreen } from "@/client/picture/view";
import type { Rect } from "@/core/geometry";
import type { SheetColours } from "../../marks/colours";
import { endsOfPicture, endsWords, hatched } from "./ends-of";

/** After the last change of a canvas it is read so much later, ms: the sharp one follows the quick one. */
const SETTLES = 120;

interface Props {
  /** The canvases that the picture is on, the sharper after the quicker. */
  readonly pictures: () => readonly (HTMLCanvasElement | null)[];
  /** The sheet's element. */
  readonly element: HTMLElement | null;
  readonly field: Rect;
  /** The frame, pixels of the plane. */
  readonly frame: Rect;
  readonly view: View;
  readonly colours: SheetColours;
}

/** Clipped tones and gaps, hatched over what is shown, pixel by pixel, once the picture rests. */
export function EndsLayer({ pictures, element, field, frame, view, colours }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [words, setWords] = useState("");
  useEffect(() => {
    if (!element) return;
    let timer: ReturnType<typeof setTimeout>;
    const draw = (): void => {
      const target = canvas.current;
      if (!target) return;
      const ends = readEnds(pictures(), field, frame, view);
      target.hidden = ends === null;
      if (!ends) return;
      const [w, h] = [target.width, target.height] = [ends.width, ends.height]; // prettier-ignore
      const inks = [colours.sill, colours.plumb, colours.taut].map(rgbOf);
      target.getContext("2d")!.putImageData(new ImageData(hatched(ends, w, inks), w, h), 0, 0);
      setWords(endsWords(ends));
    };
    const later = (): void => {
      clearTimeout(timer);
      timer = setTimeout(draw, SETTLES);
    };
    // While the picture moves the marks of where it was are none.
    const watch = new MutationObserver(() => {
      if (canvas.current) canvas.current.hidden = true;
      later();
    });
    for (const picture of pictures())
      if (picture) watch.observe(picture, { attributeFilter: ["data-rested", "hidden", "width", "height", "style"] });
    later();
    return () => {
      clearTimeout(timer);
      watch.disconnect();
    };
  }, [pictures, element, field, frame, view, colours]);
  const [left, top, width, height] = field;
  return (
    <>
      <canvas
        ref={canvas}
        hidden
        className="pointer-events-none absolute [image-rendering:pixelated]"
        style={{ left, top, width, height }}
        data-testid="ends"
      />
      <p
        role="status"
        className="pointer-events-none absolute top-16 right-3 z-10 rounded bg-base-100 px-2 py-1 shadow"
        data-testid="ends-told"
      >
        {words}
      </p>
    </>
  );
}

/** What the canvases show together within the field, in their own pixels; null while nothing rests there. */
function readEnds(pictures: readonly (HTMLCanvasElement | null)[], field: Rect, frame: Rect, view: View) {
  const drawn = pictures.filter((p): p is HTMLCanvasElement => p !== null && !p.hidden && p.width > 0);
  if (drawn.length === 0 || (pictures[0] && !("rested" in pictures[0].dataset) && drawn.length === 1)) return null;
  const ratio = window.devicePixelRatio || 1;
  const [left, top] = field;
  const width = Math.max(1, Math.round(field[2] * ratio));
  const height = Math.max(1, Math.round(field[3] * ratio));
  const context = new OffscreenCanvas(width, height).getContext("2d", { willReadFrequently: true })!;
  context.imageSmoothingEnabled = false;
  for (const p of drawn)
    context.drawImage(
      p,
      (p.offsetLeft - left) * ratio,
      (p.offsetTop - top) * ratio,
      p.clientWidth * ratio,
      p.clientHeight * ratio,
    );
  const [x, y] = toScreen(view, [frame[0], frame[1]]);
  const onField: Rect = [
    (x - left) * ratio,
    (y - top) * ratio,
    frame[2] * view.scale * ratio,
    frame[3] * view.scale * ratio,
  ];
  const { data } = context.getImageData(0, 0, width, height);
  return { ...endsOfPicture(data, width, height, onField), width, height };
}

/** "#b23a1d" → its numbers. */
const rgbOf = (hex: string): [number, number, number] =>
  [1, 3, 5].map((i) => parseInt(hex.slice(i, i + 2), 16)) as [number, number, number];
