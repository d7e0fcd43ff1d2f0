import { say } from "@/language";
import { type KeyboardEvent, type PointerEvent, useState } from "react";

const KEY = "flat-stone-aside";
const STANDARD = 316;
const NARROWEST = 260;
const WIDEST = 620;
const STEP = 16;

const within = (width: number): number => Math.round(Math.min(WIDEST, Math.max(NARROWEST, width)));

function kept(): number {
  const width = Number(localStorage.getItem(KEY) ?? STANDARD);
  return Number.isFinite(width) ? within(width) : STANDARD;
}

/** Whether the page is written from right to left: then the column stands at the left. */
const isMirrored = (): boolean => document.documentElement.dir === "rtl";

/** The width of the column beside the sheet, dragged or moved by the arrow keys; remembered in this browser. */
export function useAsideWidth() {
  const [width, setWidth] = useState(kept);
  const put = (wanted: number): void => {
    const next = within(wanted);
    setWidth(next);
    localStorage.setItem(KEY, `${next}`);
  };
  const grip = {
    role: "separator",
    tabIndex: 0,
    "aria-orientation": "vertical" as const,
    "aria-label": say("Width of the column"),
    "aria-valuenow": width,
    "aria-valuemin": NARROWEST,
    "aria-valuemax": WIDEST,
    onPointerDown: (e: PointerEvent<HTMLElement>) => e.currentTarget.setPointerCapture(e.pointerId),
    onPointerMove: (e: PointerEvent<HTMLElement>) => {
      if (e.currentTarget.hasPointerCapture(e.pointerId)) put(isMirrored() ? e.clientX : window.innerWidth - e.clientX);
    },
    onDoubleClick: () => put(STANDARD),
    onKeyDown: (e: KeyboardEvent) => {
      if (e.key !== "ArrowLeft" && e.key !== "ArrowRight") return;
      e.preventDefault();
      e.stopPropagation();
      put(width + ((e.key === "ArrowLeft") !== isMirrored() ? STEP : -STEP));
    },
  };
  return { width, grip };
}
