"use client";

import { say, sayError } from "@/language";
import { useRef, useState } from "react";
import type { Photo } from "@/client";
import { compute } from "@/client/compute";
import { luminanceOf } from "@/client/picture/pixels";
import type { Vec2 } from "@/core/geometry";
import { notify } from "@/ui";
import { useSheetView } from "../../picture/sheet-view";

/** Jumps close to a place where fringes and softness show, and on to the next with every press. */
export function CloseLook({ photo }: { photo: Photo }) {
  const places = useRef<{ sha256: string; all: readonly Vec2[] } | null>(null);
  const next = useRef(0);
  const [seen, setSeen] = useState<string | null>(null);
  const go = async (scale: number): Promise<void> => {
    try {
      if (places.current?.sha256 !== photo.sha256) {
        const { image, scale: shrunk } = await luminanceOf(photo, [0, 0, photo.width, photo.height]);
        const all = await compute().contrastPlaces(image);
        places.current = { sha256: photo.sha256, all: all.map(([x, y]): Vec2 => [x / shrunk, y / shrunk]) };
        next.current = 0;
      }
      const { all } = places.current;
      if (all.length === 0) return setSeen(say("There is no hard edge to judge by."));
      const at = next.current++ % all.length;
      useSheetView.getState().look(all[at]!, scale);
      setSeen(say("Place {at} of {count}", { at: at + 1, count: all.length }));
    } catch (error) {
      notify(say("The picture could not be looked through: {message}", { message: sayError(error as Error) }), "error");
    }
  };
  return (
    <div className="flex items-center gap-1.5 pb-1.5" role="group" aria-label={say("Look closely at an edge")}>
      <span>{say("Look at an edge")}</span>
      {[2, 3].map((scale) => (
        <button key={scale} className="btn btn-sm" onClick={() => void go(scale)}>
          {scale * 100} %
        </button>
      ))}
      {seen && (
        <span role="status" className="muted text-[0.9rem]">
          {seen}
        </span>
      )}
    </div>
  );
}
