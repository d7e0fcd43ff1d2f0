/**
 * The street front of the Sallow Mill: the one description from which both the
 * POV-Ray scene and the ground truth are written, so that they cannot differ.
 *
 * Scene axes: x right, y up, z into the wall, metres; the brick face is z = 0.
 */

export interface Opening {
  readonly id: string;
  readonly kind: "window" | "loading" | "door";
  /** Left, right, bottom, top of the hole in the brickwork, metres. */
  readonly x0: number;
  readonly x1: number;
  readonly y0: number;
  readonly y1: number;
}

/** Pinhole camera of the picture; angles in degrees with the signs of the product's design. */
export interface SceneCamera {
  readonly size: readonly [number, number];
  readonly focalPx: number;
  readonly principal: readonly [number, number];
  readonly position: readonly [number, number, number];
  readonly pitch: number;
  readonly yaw: number;
  readonly roll: number;
}

export const wall = { x0: -14, x1: 12, height: 14.4 } as const;

const floors = [
  { y0: 1.5, y1: 3.7 },
  { y0: 5.05, y1: 7.15 },
  { y0: 8.45, y1: 10.35 },
  { y0: 11.65, y1: 13.15 },
] as const;

export const bands = [4.3, 7.72, 10.98] as const;

const bayCentre = (bay: number): number => -12.4 + 2.8 * bay;
const doorBay = 4;

export const openings: readonly Opening[] = floors.flatMap((floor, f) =>
  Array.from({ length: 9 }, (_, bay): Opening => {
    const c = bayCentre(bay);
    if (bay !== doorBay) return { id: `w${f}${bay}`, kind: "window", x0: c - 0.65, x1: c + 0.65, ...floor };
    return f === 0
      ? { id: "door", kind: "door", x0: c - 0.9, x1: c + 0.9, y0: 0.3, y1: 3.7 }
      : { id: `l${f}`, kind: "loading", x0: c - 0.8, x1: c + 0.8, y0: floor.y0 - 0.35, y1: floor.y1 };
  }),
);

export const camera: SceneCamera = {
  size: [3000, 2000],
  focalPx: 1750,
  principal: [1500, 1000],
  position: [-1.4, 1.65, -16.5],
  pitch: 14.2,
  yaw: 5.5,
  roll: -0.9,
};

/** Edges that are vertical in reality and lie in the brick face, as 3-D segments in metres. */
export function plumbEdges(): { id: string; from: number[]; to: number[] }[] {
  const jambs = openings.flatMap((o) => [
    { id: `${o.id}-left`, from: [o.x0, o.y0, 0], to: [o.x0, o.y1, 0] },
    { id: `${o.id}-right`, from: [o.x1, o.y0, 0], to: [o.x1, o.y1, 0] },
  ]);
  return [
    { id: "quoin-left", from: [wall.x0, 0.9, 0], to: [wall.x0, 13.9, 0] },
    { id: "quoin-right", from: [wall.x1, 0.9, 0], to: [wall.x1, 13.9, 0] },
    ...jambs,
  ];
}
