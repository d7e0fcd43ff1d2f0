/** Which wall is to be turned face-on: found out, none, or the one that a line (by id) is on. */
export type FaceChoice = "auto" | "none" | { readonly line: string };

export interface Wall {
  /** Degrees; 0 faces the camera. */
  readonly heading: number;
  readonly lines: readonly string[];
}

export interface ChosenFace {
  /** Index of the wall, or null: none is turned. */
  readonly wall: number | null;
  readonly why: "chosen" | "nearest" | "corner" | "unwanted" | "no-sills";
}

/** A wall that faces the camera within this is turned whatever else is in view, degrees. */
const FACING = 22;
/** In a view into a corner the walls to its left and right run away about equally, degrees. */
const ALIKE = 24;
/** A wall with fewer lines than this share of another's is something before it, not what the picture shows. */
const LEAST_SHARE = 0.25;
/** A wall that runs away further than this is never turned unasked, degrees. */
const MOST = 65;

/**
 * The one wall to turn face-on: unless the photographer says otherwise the one that most nearly faces the camera (of
 * those with lines enough), and none when the view is into a corner, where turning one wall would throw the other.
 */
export function chooseFace(walls: readonly Wall[], choice: FaceChoice): ChosenFace {
  if (walls.length === 0) return { wall: null, why: "no-sills" };
  if (choice === "none") return { wall: null, why: "unwanted" };
  if (choice !== "auto") {
    const chosen = walls.findIndex((w) => w.lines.includes(choice.line));
    if (chosen >= 0) return { wall: chosen, why: "chosen" };
  }
  const order = walls
    .map((w, i) => ({ i, heading: w.heading, lines: w.lines.length }))
    .sort((a, b) => Math.abs(a.heading) - Math.abs(b.heading));
  const most = Math.max(...order.map((o) => o.lines));
  const nearest = order.find((o) => o.lines >= LEAST_SHARE * most)!;
  const off = Math.abs(nearest.heading);
  if (off <= FACING) return { wall: nearest.i, why: "nearest" };
  const corner = order.some((o) => o.heading * nearest.heading < 0 && Math.abs(o.heading) - off < ALIKE);
  if (corner) return { wall: null, why: "corner" };
  return off <= MOST ? { wall: nearest.i, why: "nearest" } : { wall: null, why: "unwanted" };
}
