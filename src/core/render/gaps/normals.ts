import { solveLines } from "../../attitude";
import type { StrokePlane } from "../../edges";
import { LEVEL, rotationOf } from "../../camera";
import { turnStep } from "../../frame";
import { type Size, type Vec2, type Vec3, apply3, cross3, dot3, transpose3, unit3 } from "../../geometry";
import { easedAttitude } from "../../lines";
import { surfaceShare } from "../../shape/bend";
import { type SettledRecipe, lensOf, linesOf } from "../solved/settled";

/** Two normals closer than this are one, as a cosine. */
const SAME = 0.9995;

/** The planes that the picture of a recipe is likely to show: normals of unit length, in the frame of the corrected camera, turned as the picture is. */
interface Planes {
  /** Those that face the camera. */
  readonly facing: Vec3;
  /** Floors and ceilings. */
  readonly floor: Vec3;
  /** Walls whose headings the lines tell, and those at right angles to them, by turns. */
  readonly walls: readonly Vec3[];
}

/** What is left of the camera's attitude in the corrected picture. */
const seenIn = ({ attitude }: SettledRecipe) => (attitude.on ? easedAttitude(attitude) : attitude);

/** Directions of a level world, z along the corrected view, as the corrected camera sees them, turned as the picture is. */
function placing(recipe: SettledRecipe): (v: Vec3) => Vec3 {
  const { pitch, roll } = seenIn(recipe);
  const toCamera = transpose3(rotationOf({ ...LEVEL, pitch, roll }));
  const turned = turnStep(recipe);
  return (v) => {
    const n = unit3(apply3(toCamera, v));
    return turned ? turnedNormal(n, (p) => turned.forward(p)!) : n;
  };
}

const DOWN: Vec3 = [0, 1, 0];

/** The way down, as floors' normal points. */
export const floorNormal = (recipe: SettledRecipe): Vec3 => placing(recipe)(DOWN);

function planesOf(recipe: SettledRecipe, size: Size): Planes {
  const { attitude } = recipe;
  const solution =
    attitude.from === "lines"
      ? solveLines(recipe.camera, lensOf(recipe, size), linesOf(recipe), { face: attitude.face })
      : null;
  const walls = solution?.status === "solved" ? solution.walls.map((w) => w.heading) : [];
  // Headings are how far the camera was turned from each wall; the corrected one is turned from it by what is left.
  const left = (walls.length > 0 ? walls : [attitude.yaw]).map((h) => h - attitude.yaw + seenIn(recipe).yaw);
  const standing = left
    .flatMap((h) => [h, h + 90])
    .map((deg): Vec3 => [-Math.sin((deg * Math.PI) / 180), 0, Math.cos((deg * Math.PI) / 180)]);
  const placed = placing(recipe);
  return { facing: [0, 0, 1], floor: placed(DOWN), walls: standing.map(placed) };
}

/** Nothing but the picture itself: on a bent surface no plane of the scene looks as to a camera. */
const PICTURE: GraftPlane = { normal: [0, 0, 1], level: [1, 0, 0], across: [0, 1, 0] };

/** The normals of the planes that a fill may copy along, each once. */
export function normalsFor(recipe: SettledRecipe, size: Size): Vec3[] {
  if (surfaceShare(recipe.shape) > 0) return [PICTURE.normal];
  const { facing, floor, walls } = planesOf(recipe, size);
  const all = [facing, floor, ...walls];
  return all.filter((n, i) => !all.slice(0, i).some((m) => Math.abs(dot3(m, n)) > SAME));
}

/** A plane that a graft is copied along: its normal, and the directions of its courses and across them; unit length. */
export interface GraftPlane {
  readonly normal: Vec3;
  readonly level: Vec3;
  readonly across: Vec3;
}

export function graftPlane(recipe: SettledRecipe, size: Size, along: StrokePlane): GraftPlane {
  if (along === "picture" || surfaceShare(recipe.shape) > 0) return PICTURE;
  const { floor, walls } = planesOf(recipe, size);
  const normal = along === "floor" ? floor : walls[along === "wall" ? 0 : 1]!;
  // On a floor the courses run with the wall.
  const level = unit3(cross3(along === "floor" ? walls[0]! : floor, normal));
  return { normal, level, across: cross3(normal, level) };
}

/** A normal under quarter turns and mirror: its part in the picture turns with it. */
function turnedNormal([x, y, z]: Vec3, forward: (p: Vec2) => Vec2): Vec3 {
  const o = forward([0, 0]);
  const [ex, ey] = [forward([1, 0]), forward([0, 1])];
  return [(ex[0] - o[0]) * x + (ey[0] - o[0]) * y, (ex[1] - o[1]) * x + (ey[1] - o[1]) * y, z];
}
