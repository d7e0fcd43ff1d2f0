"use client";

import { say } from "@/language";
import { X } from "lucide-react";
import type { Surface } from "@/core/shape/proportion";
import { fixed, lengthUnit, paperUnit, useUnits } from "@/ui";
import type { Derived } from "../../../derived";
import { useMeasuring } from "./measuring-state";
import { tapeReading } from "./tape-reading";

const named = ({ kind, heading }: Surface, facing: number): string =>
  kind === "floor"
    ? say("floor")
    : Math.abs(heading - facing) < 2
      ? say("wall")
      : say("wall at {heading}°", { heading: fixed(heading, 0) });

/** What a pixel is on the wall, in a small unit. @param metres to a pixel. */
function pixelWords(metres: number): string {
  const { unit, cm } = paperUnit();
  return unit === "in" ? `${fixed((100 * metres) / cm, 3)} in` : `${fixed(1000 * metres, 2)} mm`;
}

/** The scale that measures of known size give, and what has been taped off by it. */
export function ScalePart({ derived }: { derived: Derived }) {
  useUnits();
  const { tapes } = useMeasuring();
  const { measured, view } = derived;
  const scales = measured?.scales ?? [];
  if (scales.length === 0 && tapes.length === 0) return null;
  const facing = view.headings[0] ?? 0;
  const perPixel = measured?.perPixel ?? null;
  return (
    <section className="ruled border-b px-3.5 py-2" aria-label={say("Scale")}>
      <h3 className="caps pb-1">{say("Scale")}</h3>
      {perPixel !== null && (
        <p data-testid="scale">
          {/* What an unknown focal length does to the scale it does to what is measured by it, too: the line below says what is left. */}
          {derived.accuracy
            ? say("On the wall a pixel is {perPixel}; the rulers read in {name}.", {
                perPixel: pixelWords(perPixel),
                name: lengthUnit().name,
              })
            : say("On the wall a pixel is {perPixel} ± {sigma} %; the rulers read in {name}.", {
                perPixel: pixelWords(perPixel),
                sigma: fixed(100 * (scales[0]?.sigma ?? 0), 2),
                name: lengthUnit().name,
              })}
        </p>
      )}
      {derived.accuracy && (
        <p data-testid="accuracy">
          {say("Lengths on this wall are known to {median} %, at worst to {worst} %.", {
            median: fixed(derived.accuracy.median, 2),
            worst: fixed(derived.accuracy.worst, 2),
          })}
        </p>
      )}
      {scales.length === 0 && (
        <p>
          {say("A measure with a unit gives the wall a scale, and then a tape reads in {name}.", {
            name: lengthUnit().name,
          })}
        </p>
      )}
      {tapes.map((ends, i) => (
        <div key={i} className="flex items-center gap-2">
          <span className="grow">
            T{i + 1}:{" "}
            {scales.length === 0
              ? say("no scale yet")
              : scales.map((s) => `${named(s.surface, facing)} ${tapeReading(derived, ends, s).words}`).join("; ")}
          </span>
          <button
            className="btn btn-ghost btn-xs size-6 p-0"
            aria-label={say("Take tape T{number} off", { number: i + 1 })}
            onClick={() => useMeasuring.setState({ tapes: tapes.filter((_, j) => j !== i) })}
          >
            <X size={14} />
          </button>
        </div>
      ))}
    </section>
  );
}
