import type { Mat3 } from "../geometry";
import { type Exposure, fused, normalised, worthOf } from "./fusion";
import { movedIn } from "./ghosts";
import { laidOn } from "./laid";
import type { Plane } from "./plane";

/** An exposure and where it lies: from the reference's pixels to its own. */
export interface Placed {
  readonly exposure: Exposure;
  readonly matrix: Mat3;
}

/**
 * Blends the exposures of one tripod position into one picture: each laid on the reference, what moved shown as the reference has it, the
 * best of each place taken from where it is best exposed.
 *
 * @param reference which of them the others are laid on.
 * @returns one plane for each colour, as displayed, 0…1.
 */
export function blended(all: readonly Placed[], reference: number): Plane[] {
  const laid = all.map(({ exposure, matrix }, k) =>
    k === reference ? exposure : exposure.map((p) => laidOn(p, matrix)),
  );
  const weights = laid.map(worthOf);
  laid.forEach((exposure, k) => {
    if (k === reference) return;
    const moved = movedIn(exposure, laid[reference]!);
    const own = weights[k]!.data;
    for (let i = 0; i < own.length; i++) own[i]! *= 1 - moved.data[i]!;
  });
  normalised(weights);
  return laid[0]!.map((_, c) => {
    const plane = fused(
      laid.map((e) => e[c]!),
      weights,
    );
    for (let i = 0; i < plane.data.length; i++) plane.data[i] = Math.min(1, Math.max(0, plane.data[i]!));
    return plane;
  });
}
