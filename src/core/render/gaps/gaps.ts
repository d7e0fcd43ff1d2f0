import { type GapChoice, SIDES, type Side, choiceFor, gapSide } from "../../edges";
import { type Rect, type Vec2, rectOutline } from "../../geometry";
import type { CompiledMap } from "../map/compile";
import type { SettledRecipe } from "../solved/settled";

/** A gap of the frame: what of it lies beyond one side of the photo. */
export interface Gap {
  readonly side: Side;
  /** Part of the frame, 0…1. */
  readonly share: number;
  /** What encloses it, pixels of the plane. */
  readonly box: Rect;
  /** Its middle, pixels of the plane. */
  readonly middle: Vec2;
  readonly do: GapChoice;
  readonly plain: string;
}

/** Places looked at along the frame's longer side. */
const PLACES = 240;

/** The side of the photo beyond which a place of the plane lies; null where the photo shows. */
export function sideAt(
  { toRecorded, size, outline }: Pick<CompiledMap, "toRecorded" | "size" | "outline">,
  x: number,
  y: number,
  out: Float64Array,
): Side | null {
  toRecorded(x, y, out);
  if (out[2]! > 0) return gapSide(size, out[0]!, out[1]!);
  // Beyond the lens's fold, or behind the camera, nothing was recorded: by where it lies around what was.
  let sx = 0;
  let sy = 0;
  for (const p of outline) {
    sx += p[0];
    sy += p[1];
  }
  const dx = (x - sx / outline.length) / size[0];
  const dy = (y - sy / outline.length) / size[1];
  return Math.abs(dx) > Math.abs(dy) ? (dx < 0 ? "left" : "right") : dy < 0 ? "top" : "bottom";
}

/** Places looked at along a frame's border. */
const ALONG = 1600;

/** The sides of the photo beyond which the frame reaches at all, be it by a hair: a gap always touches the frame's border. */
export function sidesTouched(map: CompiledMap): Side[] {
  const out = new Float64Array(3);
  const [x, y, w, h] = map.frame;
  const found = new Set(rectOutline([x, y, w, h], ALONG / 4).map(([px, py]) => sideAt(map, px, py, out)));
  return SIDES.filter((side) => found.has(side));
}

/** The gaps of a frame, those beyond each side of the photo as one, with what its recipe does with them. */
export function gapsOf({ edges }: Pick<SettledRecipe, "edges">, map: CompiledMap): Gap[] {
  const [fx, fy, fw, fh] = map.frame;
  const step = Math.max(fw, fh) / PLACES;
  const [columns, rows] = [Math.max(1, Math.round(fw / step)), Math.max(1, Math.round(fh / step))];
  const found = new Map(
    SIDES.map((side) => [side, { n: 0, x: 0, y: 0, x0: Infinity, y0: Infinity, x1: -Infinity, y1: -Infinity }]),
  );
  const out = new Float64Array(3);
  for (let j = 0; j < rows; j++)
    for (let i = 0; i < columns; i++) {
      const x = fx + ((i + 0.5) * fw) / columns;
      const y = fy + ((j + 0.5) * fh) / rows;
      const side = sideAt(map, x, y, out);
      if (!side) continue;
      const gap = found.get(side)!;
      gap.n++;
      gap.x += x;
      gap.y += y;
      gap.x0 = Math.min(gap.x0, fx + (i * fw) / columns);
      gap.y0 = Math.min(gap.y0, fy + (j * fh) / rows);
      gap.x1 = Math.max(gap.x1, fx + ((i + 1) * fw) / columns);
      gap.y1 = Math.max(gap.y1, fy + ((j + 1) * fh) / rows);
    }
  return SIDES.flatMap((side): Gap[] => {
    const { n, x, y, x0, y0, x1, y1 } = found.get(side)!;
    if (n === 0) return [];
    return [
      {
        side,
        share: n / (columns * rows),
        box: [x0, y0, x1 - x0, y1 - y0],
        middle: [x / n, y / n],
        ...choiceFor(edges, side),
      },
    ];
  });
}
