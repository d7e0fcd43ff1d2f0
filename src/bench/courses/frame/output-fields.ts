import { say } from "@/language";
import type { OutputSize } from "@/core/frame";
import type { paperUnit } from "@/ui";

type Paper = ReturnType<typeof paperUnit>;
/** The ways in which an output size is said; "own": a pixel for each of the plane's. */
export type OutputKind = OutputSize["kind"] | "own";

/** What each way is called. */
export const outputKinds = (paper: Paper): Record<OutputKind, string> => ({
  own: say("pixel for pixel"),
  long: say("longer side"),
  megapixels: say("megapixels"),
  print: say("{name} at dpi", { name: paper.name }),
  scale: say("drawing scale"),
});

/** What each begins at. */
export const OUTPUT_BEGINS: Record<OutputSize["kind"], OutputSize> = {
  long: { kind: "long", px: 2048 },
  megapixels: { kind: "megapixels", megapixels: 12 },
  print: { kind: "print", cm: 30, dpi: 300 },
  scale: { kind: "scale", to: 50, dpi: 300 },
};

interface Field {
  readonly key: string;
  readonly label: string;
  readonly standard: number;
  readonly step: number;
  readonly digits: number;
  readonly unit: string;
  readonly min: number;
  readonly max: number;
  /** What is kept to one of what is shown; 1 where it does not say. */
  readonly keeps?: number;
}

const RESOLUTION: Field = {
  key: "dpi",
  label: say("Resolution"),
  standard: 300,
  step: 10,
  digits: 0,
  unit: "dpi",
  min: 10,
  max: 4800,
};

/** The numbers that each kind of size is told by. */
export const outputFields = (paper: Paper): Record<OutputSize["kind"], readonly Field[]> => ({
  long: [
    { key: "px", label: say("Longer side"), standard: 2048, step: 10, digits: 0, unit: "px", min: 16, max: 200_000 },
  ],
  megapixels: [
    {
      key: "megapixels",
      label: say("Megapixels"),
      standard: 12,
      step: 0.5,
      digits: 2,
      unit: "MP",
      min: 0.01,
      max: 1000,
    },
  ],
  print: [
    {
      key: "cm",
      label: say("Longer side"),
      standard: paper.unit === "in" ? 12 : 30,
      step: 0.5,
      digits: 1,
      unit: paper.unit,
      min: 0.5,
      max: 2000 / paper.cm,
      keeps: paper.cm,
    },
    RESOLUTION,
  ],
  scale: [
    { key: "to", label: say("Scale, 1 to"), standard: 50, step: 5, digits: 0, unit: "", min: 1, max: 5000 },
    RESOLUTION,
  ],
});
