import { say } from "@/language";
import type { Vec2 } from "@/core/geometry";
import { type SurfaceScale, taped } from "@/core/shape/proportion";
import { fixed, lengthUnit } from "@/ui";
import type { Derived } from "../../../derived";

/** A length with its ±, both in metres, in the unit of where this is, to the digit that the ± makes sense of. */
function lengthWords(metres: number, sigma: number): string {
  const { unit, metres: one } = lengthUnit();
  const digits = Math.max(0, Math.min(4, Math.ceil(-Math.log10(Math.max(1e-4, (2 * sigma) / one)))));
  return `${fixed(metres / one, digits)} ± ${fixed(sigma / one, Math.max(digits, 2))} ${unit}`;
}

/** On which of the surfaces of known scale a tape lies: the wall turned face-on first; the floor where no wall is known. */
function surfaceFor({ measured, view }: Derived): SurfaceScale | null {
  const scales = measured?.scales ?? [];
  const facing = view.headings[0] ?? 0;
  const walls = scales.filter((s) => s.surface.kind !== "floor");
  return (
    walls.find((s) => Math.abs(s.surface.heading - facing) < 2) ??
    walls[0] ??
    scales.find((s) => s.surface.kind === "floor") ??
    null
  );
}

/** What a tape between two places of the original reads, in words. */
export function tapeReading(
  derived: Derived,
  ends: readonly [Vec2, Vec2],
  on: SurfaceScale | null = surfaceFor(derived),
): { readonly metres: number | null; readonly words: string } {
  if (!on) return { metres: null, words: say("no scale yet") };
  const { proportion } = derived.recipe;
  const byHand = proportion.from === "by-hand" ? proportion.height : null;
  const read = derived.measured && taped(derived.view, derived.measured, on, ends, byHand);
  return read
    ? { metres: read.metres, words: lengthWords(read.metres, read.sigma) }
    : { metres: null, words: say("not on the wall") };
}
