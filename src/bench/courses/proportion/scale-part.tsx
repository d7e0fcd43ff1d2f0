"use client";

import { X } from "lucide-react";
import type { Surface } from "@/core/proportion";
import { fixed, lengthUnit, paperUnit } from "@/ui";
import type { Derived } from "../../derived";
import { useShapeState } from "./shape-state";
import { tapeReading } from "./tape-reading";

const named = ({ kind, heading }: Surface, facing: number): string =>
  kind === "floor" ? "floor" : Math.abs(heading - facing) < 2 ? "wall" : `wall at ${fixed(heading, 0)}°`;

/** What a pixel is on the wall, in a small unit. @param metres to a pixel. */
function pixelWords(metres: number): string {
  const { unit, cm } = paperUnit();
  return unit === "in" ? `${fixed((100 * metres) / cm, 3)} in` : `${fixed(1000 * metres, 2)} mm`;
}

/** The scale that measures of known size give, and what has been taped off by it. */
export function ScalePart({ derived }: { derived: Derived }) {
  const { tapes } = useShapeState();
  const { measured, view } = derived;
  const scales = measured?.scales ?? [];
  if (scales.length === 0 && tapes.length === 0) return null;
  const facing = view.headings[0] ?? 0;
  const perPixel = measured?.perPixel ?? null;
  return (
    <section className="ruled border-b px-3.5 py-2" aria-label="Scale">
      <h3 className="caps pb-1">Scale</h3>
      {perPixel !== null && (
        <p data-testid="scale">
          On the wall a pixel is {pixelWords(perPixel)} ± {fixed(100 * (scales[0]?.sigma ?? 0), 2)} %; the rulers read
          in {lengthUnit().name}.
        </p>
      )}
      {scales.length === 0 && (
        <p>A measure with a unit gives the wall a scale, and then a tape reads in {lengthUnit().name}.</p>
      )}
      {tapes.map((ends, i) => (
        <div key={i} className="flex items-center gap-2">
          <span className="grow">
            T{i + 1}:{" "}
            {scales.length === 0
              ? "no scale yet"
              : scales.map((s) => `${named(s.surface, facing)} ${tapeReading(derived, ends, s).words}`).join("; ")}
          </span>
          <button
            className="btn btn-ghost btn-xs size-6 p-0"
            aria-label={`Take tape T${i + 1} off`}
            onClick={() => useShapeState.setState({ tapes: tapes.filter((_, j) => j !== i) })}
          >
            <X size={14} />
          </button>
        </div>
      ))}
    </section>
  );
}
