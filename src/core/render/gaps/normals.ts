import { solveLines } from "../../attitude";
import { LEVEL, rotationOf } from "../../camera";
import { turnStep } from "../../frame";
import { type Size, type Vec2, type Vec3, apply3, transpose3, unit3 } from "../../geometry";
import { easedAttitude } from "../../lines";
import { type SettledRecipe, lensOf, linesOf } from "../settled";

/** Two normals closer than this are one, as a cosine. */
const SAME = 0.9995;

/**
 * The normals of the planes that the picture of a recipe is likely to show, unit length, in the frame of the corrected camera,
 * turned as the picture is: those that face the camera, floors and ceilings, the walls whose headings the lines tell, and
 * those at right angles to them.
 */
export function normalsFor(recipe: SettledRecipe, size: Size): Vec3[] {
  const { attitude } = recipe;
  const solution =
    attitude.from === "lines"
      ? solveLines(recipe.camera, lensOf(recipe, size), linesOf(recipe), { face: attitude.face })
      : null;
  const walls = solution?.status === "solved" ? solution.walls.map((w) => w.heading) : [];
  // Headings are how far the camera was turned from each wall; the corrected one is turned from it by what is left.
  const seen = attitude.on ? easedAttitude(attitude) : attitude;
  const left = (walls.length > 0 ? walls : [attitude.yaw]).map((h) => h - attitude.yaw + seen.yaw);
  const toCamera = transpose3(rotationOf({ ...LEVEL, pitch: seen.pitch, roll: seen.roll }));
  const standing = left
    .flatMap((h) => [h, h + 90])
    .map((deg): Vec3 => [-Math.sin((deg * Math.PI) / 180), 0, Math.cos((deg * Math.PI) / 180)]);
  const all: Vec3[] = [[0, 0, 1], ...[[0, 1, 0] as Vec3, ...standing].map((v) => unit3(apply3(toCamera, v)))];
  const turned = turnStep(recipe);
  return all
    .filter((n, i) => !all.slice(0, i).some((m) => Math.abs(n[0] * m[0] + n[1] * m[1] + n[2] * m[2]) > SAME))
    .map((n) => (turned ? turnedNormal(n, (p) => turned.forward(p)!) : n));
}

/** A normal under quarter turns and mirror: its part in the picture turns with it. */
function turnedNormal([x, y, z]: Vec3, forward: (p: Vec2) => Vec2): Vec3 {
  const o = forward([0, 0]);
  const [ex, ey] = [forward([1, 0]), forward([0, 1])];
  return [(ex[0] - o[0]) * x + (ey[0] - o[0]) * y, (ex[1] - o[1]) * x + (ey[1] - o[1]) * y, z];
}
