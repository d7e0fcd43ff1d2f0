import { halfTurn, sillInCamera } from "../attitude";
import { downInCamera, pitchRollFromVertical } from "../camera";
import { DEG, type Vec3, dot3 } from "../geometry";
import type { OwnUnknowns } from "./directions";

/** Two directions at right angles within this (cosine). */
const RIGHT = 0.03;
/** A camera rolled by more than this was not held so, degrees. */
const MOST_ROLL = 46;

/**
 * The same directions with another of them as the vertical: of three at right angles edges alone do not tell which one
 * stands. Walls that are not at right angles to it fall away.
 */
export function turnedOver(u: OwnUnknowns): OwnUnknowns[] {
  const directions: Vec3[] = [downInCamera(u), ...u.headings.map((h) => sillInCamera(u.pitch, u.roll, h))];
  return directions.slice(1).flatMap((vertical): OwnUnknowns[] => {
    const { pitch, roll } = pitchRollFromVertical(vertical);
    if (Math.abs(roll) > MOST_ROLL) return [];
    const [across, away] = [sillInCamera(pitch, roll, 0), sillInCamera(pitch, roll, 90)];
    const headings = directions
      .filter((d) => Math.abs(dot3(d, vertical)) < RIGHT)
      .map((d) => halfTurn(Math.atan2(dot3(d, away), dot3(d, across)) / DEG));
    return [{ ...u, pitch, roll, headings }];
  });
}
