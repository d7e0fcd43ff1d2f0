import { type Stroke, makesGaps, onlyShuts, strokesOn } from "../../edges";
import { type Rect, bounds } from "../../geometry";
import type { CompiledMap } from "../map/compile";
import { BUILDING_READS } from "../solved/reads";
import type { SettledRecipe } from "../solved/settled";
import { planeInputs } from "../map/steps";
import { sideAt } from "./gaps";
import { meet, strokeBox, strokeReach } from "./stroke-boxes";

/** Changes whenever the same recipe would be filled otherwise than before. */
const WAY = 5;

/**
 * What places every pixel, whatever is done at the edges: all that the plane steps depend on, as they declare it, what comes after the
 * frame, and the lines, faces and measures that tell where planes and things of the building lie.
 */
const geometryOf = (recipe: SettledRecipe): readonly unknown[] => {
  const { frame, edges } = recipe;
  return [
    WAY,
    planeInputs(recipe),
    BUILDING_READS(recipe),
    { on: frame.on, turn: frame.turn, mirror: frame.mirror, keep: frame.keep },
    // Where gaps are pulled shut the frame moves places.
    onlyShuts(edges) && [onlyShuts(edges), frame.rect],
  ];
};

/** How fills are planned; counted up when the same recipe is filled otherwise, so that what was kept before is not shown beside it. */
const EDITION = 5;

/**
 * What the fill of a recipe's gaps depends on, as one text: two recipes of one photo with the same text are filled the same.
 *
 * @param frame as it is shown, pixels of the plane.
 */
export function gapsDependOn(recipe: SettledRecipe, shown: Rect): string {
  const { strokes, ...edges } = recipe.edges;
  void strokes;
  return JSON.stringify([EDITION, geometryOf(recipe), shown, edges]);
}

/** The same of gaps and strokes together. */
export const fillDependsOn = (recipe: SettledRecipe, shown: Rect): string =>
  JSON.stringify([gapsDependOn(recipe, shown), strokesOn(recipe.edges)]);

/** A stroke, what its picture depends on, and where it lies, pixels of the plane. */
export interface StrokeNeeds {
  readonly stroke: Stroke;
  readonly depends: string;
  readonly box: Rect;
  /** Numbers of the strokes beneath it that it may show or copy, in this list. */
  readonly under: readonly number[];
  /** Whether it may show or copy the gaps. */
  readonly gaps: boolean;
}

/**
 * What each stroke that is on depends on besides the photo: the geometry, itself, strokes beneath that come near it, and the gaps
 * where they do. Strokes that are not on the plane are left out.
 */
export function strokesNeed(recipe: SettledRecipe, map: CompiledMap): StrokeNeeds[] {
  const { sources, repeat } = recipe.edges;
  const never = sources?.filter((s) => s.on && s.use === "never");
  // Of the frame only how its pixels lie on the plane's.
  const grid = [map.frame[0] % 1, map.frame[1] % 1];
  const made = makesGaps(recipe.edges);
  const found: StrokeNeeds[] = [];
  for (const stroke of strokesOn(recipe.edges)) {
    const [box, reach] = [strokeBox(map, stroke), strokeReach(map, stroke)];
    if (!box || !reach) continue;
    const touched = found.flatMap((other, k) => (meet(other.box, reach) ? [k] : []));
    const under = [...new Set(touched.flatMap((k) => [...found[k]!.under, k]))].sort((a, b) => a - b);
    const gaps = (made && (nearGap(map, reach) || outNear(recipe, map, reach))) || touched.some((k) => found[k]!.gaps);
    const all = [...under.map((k) => found[k]!.stroke), stroke];
    const depends = JSON.stringify([
      geometryOf(recipe),
      grid,
      never,
      repeat,
      all,
      gaps && gapsDependOn(recipe, map.frame),
    ]);
    found.push({ stroke, box, depends, under, gaps });
  }
  return found;
}

/** Whether anything is taken out with the gaps in a rectangle of the plane. */
const outNear = ({ edges }: SettledRecipe, map: CompiledMap, rect: Rect): boolean =>
  (edges.sources ?? []).some(({ on, use, points }) => {
    if (!on || use !== "out") return false;
    const placed = points.map((p) => map.fromRecorded(p)).filter((p) => p !== null);
    return placed.length > 0 && meet(bounds(placed), rect);
  });

/** Places looked at along a side of a rectangle. */
const LOOKS = 8;

/** Whether part of a rectangle of the plane lies beyond the photo, or so near its border that it may be made anew. */
function nearGap(map: CompiledMap, [x, y, w, h]: Rect): boolean {
  const out = new Float64Array(3);
  const near = 0.05 * Math.max(...map.size);
  for (let k = 0; k < (LOOKS + 1) ** 2; k++) {
    const px = x + (w * (k % (LOOKS + 1))) / LOOKS;
    const py = y + (h * Math.floor(k / (LOOKS + 1))) / LOOKS;
    if (sideAt(map, px, py, out) !== null) return true;
    if (out[0]! < near || out[1]! < near || out[0]! > map.size[0] - near || out[1]! > map.size[1] - near) return true;
  }
  return false;
}
