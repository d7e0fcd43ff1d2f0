import type { CSSProperties, RefObject } from "react";
import type { Photo } from "@/client";
import type { Rect } from "@/core/geometry";
import { CompareLayer, useFirstStyle } from "../compare/compare-layer";
import { boxOf } from "../compare/compared-picture";

interface Props {
  photo: Photo;
  /** What it is compared with. */
  compared: Parameters<typeof CompareLayer>[0]["compared"] | null;
  /** Where the picture lies on the sheet, and its sharp part, CSS pixels. */
  field: Parameters<typeof CompareLayer>[0]["field"];
  sharpAt: Rect;
  canvas: RefObject<HTMLCanvasElement | null>;
  sharp: RefObject<HTMLCanvasElement | null>;
}

const BRIGHTER: CSSProperties = { filter: "brightness(4)" };

/** The picture, its sharp part over it, and what it is compared with. */
export function Pictures({ photo, compared, field, sharpAt, canvas, sharp }: Props) {
  const firstStyle = useFirstStyle(compared?.way ?? null, field);
  const differs = compared?.way === "difference";
  return (
    <div className="absolute inset-0 isolate" style={differs ? BRIGHTER : undefined}>
      {differs && <div className="absolute inset-0 bg-black" />}
      <div className="absolute inset-0" style={firstStyle}>
        <canvas ref={canvas} className="absolute inset-0 h-full w-full" data-testid="picture" />
        <canvas ref={sharp} hidden className="absolute" style={boxOf(sharpAt)} data-testid="sharp" />
      </div>
      {compared && <CompareLayer photo={photo} compared={compared} field={field} />}
    </div>
  );
}
