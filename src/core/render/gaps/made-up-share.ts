import { type Vec2, clipToRect, signedArea } from "../../geometry";
import type { CompiledMap } from "../map/compile";
import type { EdgeJob, PlacedPlan } from "./edge-job";
import { areasOf } from "./fill-field";
import { gapsOf, sideAt } from "./gaps";

/** Part of the frame that is made up, 0…1: gaps that are filled, what is taken out with them, and what lies under strokes beside them. */
export function madeUpShare({ recipe, map, strokes }: Pick<EdgeJob, "recipe" | "map" | "strokes">): number {
  const filled = gapsOf(recipe, map)
    .filter((gap) => gap.do === "fill")
    .reduce((sum, gap) => sum + gap.share, 0);
  const area = strokes.flatMap(({ parts }) => parts).reduce((sum, part) => sum + areaOf(map, part), 0);
  const out = filled > 0 ? areasOf(recipe, map.size).out.reduce((sum, points) => sum + outlineArea(map, points), 0) : 0;
  return Math.min(1, filled + (area + out) / (map.frame[2] * map.frame[3]));
}

/** The area of an outline on the photo within the frame, pixels of the plane. */
function outlineArea({ frame, fromRecorded }: CompiledMap, points: readonly Vec2[]): number {
  const placed = points.map((p) => fromRecorded(p)).filter((p) => p !== null);
  return placed.length < 3 ? 0 : Math.abs(signedArea(clipToRect(placed, frame)));
}

/** The area of a stroke's plan within the frame, where the photo lies beneath; pixels of the plane. */
function areaOf(map: CompiledMap, { plan, at }: PlacedPlan): number {
  const [fx, fy, fw, fh] = map.frame;
  const [w, h] = [at[2] / plan.width, at[3] / plan.height];
  const out = new Float64Array(3);
  let n = 0;
  plan.labels.forEach((label, i) => {
    if (label < 0) return;
    const x = at[0] + ((i % plan.width) + 0.5) * w;
    const y = at[1] + (Math.floor(i / plan.width) + 0.5) * h;
    if (x > fx && y > fy && x < fx + fw && y < fy + fh && sideAt(map, x, y, out) === null) n++;
  });
  return n * w * h;
}
