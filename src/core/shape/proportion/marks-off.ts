import { END_SIGMA_PX } from "./scale";
import type { Laid } from "./surfaces";

/** A measure as it would lie were its marks a deviation off, along each independent way. */
export function marksOff(laid: Laid | null, noise: number): Laid[] {
  if (!laid) return [];
  const { shape, places } = laid;
  const unit = noise * END_SIGMA_PX;
  if (!shape) {
    const [a, b] = [places[0]!, places[1]!];
    const [dx, dy] = [b.at[0] - a.at[0], b.at[1] - a.at[1]];
    const length = Math.hypot(dx, dy);
    const [ux, uy] = [dx / length, dy / length];
    const along = ([xx, xy, yy]: (typeof a)["covariance"]): number => ux * ux * xx + 2 * ux * uy * xy + uy * uy * yy;
    const by = unit * Math.sqrt(along(a.covariance) + along(b.covariance));
    return [{ ...laid, places: [a, { ...b, at: [b.at[0] + by * ux, b.at[1] + by * uy] }] }];
  }
  const [ww, wh, hh] = shape.covariance;
  const w = Math.sqrt(ww);
  return (
    [
      [w, wh / w],
      [0, Math.sqrt(Math.max(0, hh - (wh * wh) / ww))],
    ] as const
  ).map(([across, down]) => ({
    ...laid,
    shape: {
      ...shape,
      width: shape.width * Math.exp(unit * across),
      height: shape.height * Math.exp(unit * down),
    },
  }));
}
