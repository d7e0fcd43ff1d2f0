"use client";

import { say } from "@/language";
import { Maximize, Minus, Plus } from "lucide-react";
import { memo } from "react";
import { useBench } from "@/client/bench-store";
import { useCompare } from "../compare/compare-state";
import { tip } from "../commands";

interface Props {
  scale: number;
  isFitted: boolean;
  onFit(): void;
  onZoom(scale: number): void;
}

const item =
  "flex h-7 min-w-7 items-center justify-center rounded px-2.5 aria-pressed:bg-primary aria-pressed:text-primary-content hover:bg-base-300 aria-pressed:hover:bg-primary";

/** How the picture is looked at. Pointer events stop here, so that nothing is drawn by pressing a button. */
export const SheetBar = memo(function SheetBar({ scale, isFitted, onFit, onZoom }: Props) {
  const view = useBench((s) => s.view);
  const marks = useBench((s) => s.marks);
  const grid = useBench((s) => s.grid);
  const holding = useBench((s) => s.holding);
  const way = useCompare((s) => s.way);
  const set = useBench((s) => s.set);
  const hold = (on: boolean) => () => set({ holding: on });
  return (
    <div
      className="ruled absolute bottom-3 left-1/2 flex -translate-x-1/2 cursor-default gap-0.5 whitespace-nowrap rounded-md border bg-base-100 p-1 shadow-md"
      onPointerDown={(e) => e.stopPropagation()}
      onPointerMove={(e) => e.stopPropagation()}
      onPointerUp={(e) => e.stopPropagation()}
    >
      <button
        className={item}
        aria-pressed={view === "corrected"}
        title={tip("as-shot")}
        onClick={() => set({ view: "corrected" })}
      >
        {say("Corrected")}
      </button>
      <button
        className={item}
        aria-pressed={view === "as-shot"}
        title={tip("as-shot")}
        onClick={() => set({ view: "as-shot" })}
      >
        {say("As shot")}
      </button>
      <span className="ruled mx-1 border-l" />
      <button className={item} aria-pressed={marks} title={tip("marks")} onClick={() => set({ marks: !marks })}>
        {say("Marks")}
      </button>
      <button className={item} aria-pressed={grid} title={tip("grid")} onClick={() => set({ grid: !grid })}>
        {say("Grid")}
      </button>
      <button
        className={item}
        aria-pressed={holding}
        title={tip("hold-original")}
        onPointerDown={hold(true)}
        onPointerUp={hold(false)}
        onPointerLeave={hold(false)}
      >
        {say("Hold for before")}
      </button>
      <button
        className={item}
        aria-pressed={way !== null}
        title={tip("compare")}
        onClick={() => useCompare.setState({ way: way ? null : "wipe", front: false })}
      >
        {say("Compare")}
      </button>
      <span className="ruled mx-1 border-l" />
      <button className={item} aria-pressed={isFitted} title={tip("fit")} onClick={onFit}>
        <Maximize size={15} />
        <span className="sr-only">{say("Fit")}</span>
      </button>
      <button className={item} aria-label={say("Smaller")} title={tip("smaller")} onClick={() => onZoom(scale / 1.4)}>
        <Minus size={15} />
      </button>
      <button
        className={`${item} w-14 tabular-nums`}
        title={tip("actual")}
        onClick={() => onZoom(1)}
        data-testid="zoom"
      >
        {Math.round(scale * 100)} %
      </button>
      <button className={item} aria-label={say("Larger")} title={tip("larger")} onClick={() => onZoom(scale * 1.4)}>
        <Plus size={15} />
      </button>
    </div>
  );
});
