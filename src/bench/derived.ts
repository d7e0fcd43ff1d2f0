import { useEffect, useMemo, useState } from "react";
import { useBench } from "@/client/bench-store";
import { bendMarks, bowedEdges, explainBend } from "@/core/shape/bend";
import { type LineSolution, nextLine } from "@/core/attitude";
import type { Size, Vec2 } from "@/core/geometry";
import type { OwnProposal } from "@/core/own-edges";
import { outOfTrue } from "@/core/lines";
import { type Line, type Recipe, bubbleNames, endsOf } from "@/core/recipe";
import {
  type CompiledMap,
  compile,
  lensInDoubt,
  linesOf,
  focalContradicted,
  measuredIn,
  wallAccuracy,
  measuredView,
  bendOf,
  type SettledRecipe,
  solveRecipe,
  trueAlready,
  withCamera,
} from "@/core/render";

/** A line's row in the schedule. */
export interface LineRow {
  readonly line: Line;
  readonly name: string;
  readonly lengthPx: number;
  /** Degrees out of true as shot and as corrected; null where it cannot be seen. */
  readonly before: number;
  readonly after: number | null;
  /** Whether the correction is meant to bring it true: not a sill on a wall that is not turned face-on. */
  readonly meant: boolean;
  readonly pull: number;
  readonly residualPx: number;
  /** "w1", "w2" …: the wall a sill is on, where there are several. */
  readonly wall: string | null;
}

/** A frame without quarter turns and mirror: before the Frame course marks are drawn on the picture as it was taken. */
function unturned({ turn, mirror, ...frame }: Recipe["frame"]): Recipe["frame"] {
  void [turn, mirror];
  return frame;
}

/** What the sheet shows of a recipe; it stays the very same while only what is said of it changes. */
export function mappedFrom(recipe: Recipe, size: Size, heldRatio: number | null, turned: boolean) {
  const { bar, ...frame } = recipe.frame;
  void bar;
  // The sheet draws the scale bar itself.
  const filled = withCamera({ ...recipe, frame }, size);
  const settled = turned ? filled : { ...filled, frame: unturned(filled.frame) };
  return { settled, map: compile(settled, size, heldRatio), names: bubbleNames(recipe.lines) };
}

/** Everything the core says of a recipe: the map at once, what only panels show when they ask for it, and once. */
function deriveFrom(
  recipe: Recipe,
  size: Size,
  { settled, map, names }: ReturnType<typeof mappedFrom>,
  moving: boolean,
  own: OwnProposal | null,
) {
  const solved = once(() => solveRecipe(settled, size, true, lensInDoubt(recipe, own)));
  // How lines stand is told of the picture as it was taken, not as it is turned.
  const isTurned = settled.frame.turn !== undefined || settled.frame.mirror !== undefined;
  const plain = once(() => (isTurned ? compile({ ...settled, frame: unturned(settled.frame) }, size, 1) : map));
  const output = once((): Size => {
    const [w, h] = map.output;
    const isLying = (recipe.frame.turn ?? 0) % 2 === 1 && settled.frame.turn === undefined;
    return isLying ? [h, w] : map.output;
  });
  const rows = once(() => rowsOf(recipe, plain(), names, solved().solution));
  // Where one more line would help is no matter while something moves.
  const next = once(() =>
    moving ? null : nextLine(settled.camera, map.lens, size, linesOf(recipe), solved().solution),
  );
  const fromLines = () => (recipe.attitude.from === "lines" ? solved().solution : null);
  const measured = once(() => measuredTold(settled, size, fromLines(), moving));
  const accuracy = once(() => {
    const told = measured();
    return told && !moving ? wallAccuracy(settled, size, told, fromLines(), map) : null;
  });
  const heights = once(() => {
    const [x, y, w, h] = map.frame;
    const { focal } = solved().solution;
    return trueAlready(settled, size, focal && focal.sigmaPx / focal.focalPx, [x + w / 2, y + h / 2]);
  });
  const bend = once(() => bendTold(settled, size, moving));
  return {
    source: recipe,
    recipe: settled,
    map,
    names,
    get solution() {
      return solved().solution;
    },
    get messages() {
      return solved().messages;
    },
    get rows() {
      return rows();
    },
    /** Size of the delivered picture, pixels, turned as it will be whichever course is open. */
    get output() {
      return output();
    },
    /** What known measures tell; null where there are none. */
    get measured() {
      return measured();
    },
    /** How well lengths on the measured wall are known over the frame; null where there is no scale, and while something moves. */
    get accuracy() {
      return accuracy();
    },
    /** How the measures' surfaces are seen. */
    get view() {
      return measuredView(settled, map.lens, fromLines());
    },
    /** How true heights are without any measure. */
    get heights() {
      return heights();
    },
    /** What taut lines, joined faces and shields come to; null where there are none. */
    get bend() {
      return bend();
    },
    get next() {
      return next();
    },
  };
}

export type Derived = ReturnType<typeof deriveFrom>;

function once<T>(make: () => T): () => T {
  let made: { readonly value: T } | null = null;
  return () => (made ??= { value: make() }).value;
}

/** What known measures tell, and whether they contradict the focal length: that takes dozens of solves, so not while something moves. */
function measuredTold(settled: SettledRecipe, size: Size, solution: LineSolution | null, moving: boolean) {
  const { measures = [] } = settled.proportion;
  const nameOf = (id: string): string => `M${measures.findIndex((m) => m.id === id) + 1}`;
  const told = measuredIn(settled, size, solution ?? undefined, nameOf);
  const words = told && !moving ? focalContradicted(settled, size) : null;
  return told && words ? { ...told, messages: [...told.messages, words] } : told;
}

/** How the marks of the shape stand; what is said of them waits until nothing moves. */
function bendTold(recipe: SettledRecipe, size: Size, moving: boolean) {
  const { shape } = recipe;
  const model = shape && bendOf(recipe, size, moving);
  if (!shape || !model) return null;
  const marks = bendMarks(shape, model);
  // To tell rivals a coarse solve of the others is enough.
  const solve = (other: typeof shape) => bendOf({ ...recipe, shape: other }, size, true);
  return {
    model,
    marks,
    messages: moving ? [] : explainBend(shape, model, marks, solve),
    /** Straight edges of the photo that bow all the same. */
    bowed: moving ? [] : bowedEdges(model, Math.hypot(size[0], size[1])),
  };
}

function rowsOf(
  recipe: Recipe,
  map: CompiledMap,
  names: ReadonlyMap<string, string>,
  { lines, walls, face }: LineSolution,
): LineRow[] {
  const shares = new Map(lines.map((l) => [l.id, l]));
  return recipe.lines
    .filter((l) => l.kind !== "taut")
    .map((line): LineRow => {
      const [a, b] = endsOf(line);
      const after = [map.fromRecorded(a), map.fromRecorded(b)];
      const seen = after.every((p): p is Vec2 => p !== null);
      const share = shares.get(line.id);
      return {
        line,
        name: names.get(line.id) ?? "",
        lengthPx: Math.hypot(b[0] - a[0], b[1] - a[1]),
        before: outOfTrue(line.kind, a, b),
        after: seen ? outOfTrue(line.kind, after[0]!, after[1]!) : null,
        meant: line.kind === "plumb" || recipe.attitude.from === "by-hand" || !share || share.wall === face.wall,
        pull: share?.pull ?? 0,
        residualPx: share?.residualPx ?? 0,
        wall: walls.length > 1 && typeof share?.wall === "number" ? `w${share.wall + 1}` : null,
      };
    });
}

/** What the core says of the Bench's recipe. @param turned whether the picture is shown turned and mirrored as it will be delivered. */
export function useDerived(turned: boolean): Derived {
  const worked = useBench((s) => s.recipe);
  const peek = useBench((s) => s.peek);
  const recipe = useMemo(() => (peek ? peek.of(worked) : worked), [peek, worked]);
  const size = useBench((s) => s.size);
  const moving = useBench((s) => s.gesture !== null);
  const own = useBench((s) => (s.own.state === "found" ? s.own.proposal : null));
  // The ratio of the frame when things last rested.
  const [rested, setRested] = useState<number | null>(null);
  const heldRatio = moving ? rested : null;
  const mapped = useMemo(() => mappedFrom(recipe, size, heldRatio, turned), [recipe, size, heldRatio, turned]);
  const derived = useMemo(() => deriveFrom(recipe, size, mapped, moving, own), [recipe, size, mapped, moving, own]);
  const ratio = derived.map.rect[2] / derived.map.rect[3];
  useEffect(() => {
    // eslint-disable-next-line react-hooks/set-state-in-effect -- costs no second solve: it counts only once things move
    if (!moving) setRested(ratio);
  }, [moving, ratio]);
  return derived;
}
