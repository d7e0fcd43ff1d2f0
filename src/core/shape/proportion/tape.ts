import type { Vec2 } from "../../geometry";
import { onWall } from "./on-wall";
import { type SurfaceScale, distance } from "./scale";
import { type MeasuredProportion, sameSurface } from "./solve-measures";
import type { MeasuredView } from "./surfaces";

/** A distance taped off, with its deviation, metres. */
export interface Taped {
  readonly metres: number;
  readonly sigma: number;
}

/** All that the length of a tape hangs on: how its surface is seen, how large things are there, and the factor on heights. */
interface TapedBy {
  readonly view: MeasuredView;
  readonly scale: Pick<SurfaceScale, "surface" | "metres">;
  readonly height: number;
}

function lengthBy({ view, scale: { surface, metres }, height }: TapedBy, ends: readonly [Vec2, Vec2]) {
  const places = onWall({ ...view, heading: surface.heading, floor: surface.kind === "floor" }, ends);
  if (!places) return null;
  const { length, variance } = distance({ surface, places }, height);
  return { metres: metres * length, own: Math.sqrt(variance) / length };
}

/**
 * The distance between two places of the original on a surface of known scale, with all that its ± hangs on: the tape's own
 * ends, the marks of the measures, and what is not known of how the surface is seen.
 *
 * @param told by the measures. @param on the surface, one of theirs. @param factor on heights, where it is set by hand.
 * @returns null where a place does not lie on the surface.
 */
export function taped(
  view: MeasuredView,
  told: Pick<MeasuredProportion, "height" | "noise" | "shifted" | "shiftedMarks">,
  on: SurfaceScale,
  ends: readonly [Vec2, Vec2],
  factor: number | null = null,
): Taped | null {
  const here = lengthBy({ view, scale: on, height: factor ?? told.height ?? 1 }, ends);
  if (!here) return null;
  const longer = (by: TapedBy["view"], scales: readonly SurfaceScale[], height: number): number => {
    const scale = sameSurface(scales, on);
    const there = scale && lengthBy({ view: by, scale, height: factor ?? height }, ends);
    return there ? Math.log(there.metres / here.metres) : 0;
  };
  const ways = [
    ...told.shifted.map((other) => longer(other.view, other.scales, other.height)),
    ...told.shiftedMarks.map((other) => longer(view, other.scales, other.height)),
  ];
  return { metres: here.metres, sigma: here.metres * Math.hypot(here.own * told.noise, ...ways) };
}
