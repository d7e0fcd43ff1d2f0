import { downInCamera } from "../camera";
import { type Vec2, type Vec3, cross3 } from "../geometry";
import { sillInCamera } from "../attitude";

/** What is looked for; lengths in half diagonals. */
export interface OwnUnknowns {
  /** Radial terms, as many as are solved for. */
  readonly k: readonly number[];
  /** Of the distortion, from the picture's middle; null: it is the middle, and not solved for. */
  readonly centre: Vec2 | null;
  /** Logarithm of the focal length. */
  readonly logFocal: number;
  /** Degrees. */
  readonly pitch: number;
  readonly roll: number;
  /** Of each wall's sills, degrees; see attitude/line-model. */
  readonly headings: readonly number[];
}

/** Where a direction vanishes, homogeneous, in half diagonals about the middle; and its derivatives per degree and per log of the focal length. */
export interface VanishingPoint {
  readonly at: Vec3;
  readonly byFocal: Vec3;
  readonly byPitch: Vec3;
  readonly byRoll: Vec3;
  /** By its own heading; nothing for plumbs. */
  readonly byHeading: Vec3;
}

const RAD = Math.PI / 180;

/** The vanishing points of plumbs and of every wall's sills, in this order. */
export function vanishingPoints({ logFocal, pitch, roll, headings }: OwnUnknowns): VanishingPoint[] {
  const f = Math.exp(logFocal);
  const of = (d: Vec3, byHeading: Vec3): VanishingPoint => {
    const placed = ([x, y, z]: Vec3): Vec3 => [f * x, f * y, z];
    // d = Rz(−roll) Rx(−pitch) w: turning by a little turns d about the camera's own axes.
    const right: Vec3 = [Math.cos(roll * RAD), -Math.sin(roll * RAD), 0];
    const turned = (axis: Vec3): Vec3 => {
      const [x, y, z] = cross3(axis, d);
      return [-x * RAD, -y * RAD, -z * RAD];
    };
    return {
      at: placed(d),
      byFocal: [f * d[0], f * d[1], 0],
      byPitch: placed(turned(right)),
      byRoll: placed(turned([0, 0, 1])),
      byHeading: placed(byHeading),
    };
  };
  return [
    of(downInCamera({ pitch, roll }), [0, 0, 0]),
    ...headings.map((h) => {
      const [x, y, z] = sillInCamera(pitch, roll, h + 90);
      return of(sillInCamera(pitch, roll, h), [x * RAD, y * RAD, z * RAD]);
    }),
  ];
}
