import { say } from "@/language";
import type { Rect, Size, Vec2 } from "@/core/geometry";
import { type Recipe, endsOf } from "@/core/recipe";
import { compile, withCamera } from "@/core/render";

/** A place where people look. */
export interface Stop {
  readonly words: string;
  /** Pixels of the original. */
  readonly at: Vec2;
}

/** From a corner of the frame the tour stops so far inside, pixels of the plane: the corner stays in sight. */
const INSIDE = 260;
/** Edges whose ends are looked at. */
const EDGES = 2;

/** Where a picture is looked at before it is let go: the corners of its frame, then the ends of its longest marked edges. @param found edges of the photo where nothing is marked, pixels of the original. */
export function tourStops(recipe: Recipe, size: Size, found: readonly (readonly [Vec2, Vec2])[]): Stop[] {
  const map = compile(withCamera(recipe, size), size);
  const [x, y, w, h]: Rect = map.frame;
  const [ix, iy] = [Math.min(INSIDE, w / 2), Math.min(INSIDE, h / 2)];
  const out = new Float64Array(3);
  const corners: readonly (readonly [string, Vec2])[] = [
    [say("Upper left corner"), [x + ix, y + iy]],
    [say("Upper right corner"), [x + w - ix, y + iy]],
    [say("Lower right corner"), [x + w - ix, y + h - iy]],
    [say("Lower left corner"), [x + ix, y + h - iy]],
  ];
  const seen = corners.flatMap(([words, [px, py]]): Stop[] => {
    map.toRecorded(px, py, out);
    return out[2]! > 0 ? [{ words, at: [out[0]!, out[1]!] }] : [];
  });
  const marked = recipe.lines.filter((l) => l.on).map((l) => endsOf(l));
  const edges = [...(marked.length > 0 ? marked : found)]
    .sort((a, b) => lengthOf(b) - lengthOf(a))
    .slice(0, EDGES)
    .flatMap((ends, i): Stop[] =>
      ends.map((at, k) => ({
        words:
          k === 0
            ? say("Edge {number}, one end", { number: i + 1 })
            : say("Edge {number}, the other end", { number: i + 1 }),
        at,
      })),
    );
  return [...seen, ...edges];
}

const lengthOf = ([a, b]: readonly [Vec2, Vec2]): number => Math.hypot(a[0] - b[0], a[1] - b[1]);
