import { tell } from "../../language";
import { type KnownMeasure, type ProportionSettings, clampedHeight, factorsOf } from "../../shape/proportion";
import type { Size, Vec2 } from "../../geometry";
import type { Recipe } from "../../recipe";
import { compile, withCamera } from "../../render";
import type { Edit } from "../edit";

const all = (recipe: Recipe): readonly KnownMeasure[] => recipe.proportion.measures ?? [];

/** The recipe with other measures; one without any has no such key. */
function withMeasures(recipe: Recipe, measures: readonly KnownMeasure[]): Recipe {
  const { measures: before, ...rest } = recipe.proportion;
  void before;
  return { ...recipe, proportion: measures.length > 0 ? { ...rest, measures: [...measures] } : rest };
}

function changed(recipe: Recipe, id: string, change: (measure: KnownMeasure) => KnownMeasure): Recipe {
  const at = all(recipe).findIndex((m) => m.id === id);
  if (at < 0) return recipe;
  const [before, after] = [all(recipe)[at]!, change(all(recipe)[at]!)];
  return after === before ? recipe : withMeasures(recipe, all(recipe).with(at, after));
}

const pair = ([x, y]: Vec2): [number, number] => [x, y];
const placed = (measure: KnownMeasure, points: readonly Vec2[]): KnownMeasure =>
  ({ ...measure, points: points.map(pair) }) as KnownMeasure;

/** Marks something of known size or shape. A height set by hand before gives way to what is measured. */
export const addMeasure = (measure: KnownMeasure): Edit => ({
  label: tell("Known measure"),
  apply: (recipe) => measuring(withMeasures(recipe, [...all(recipe), measure])),
});

/** Moves one of a measure's places to where it belongs, pixels of the original. */
export const moveMeasurePlace = (id: string, place: number, to: Vec2): Edit => ({
  label: tell("Move a measure's mark"),
  apply: (recipe) => changed(recipe, id, (m) => (place in m.points ? placed(m, m.points.with(place, pair(to))) : m)),
});

/** Puts all of a measure's places anew, as when it settles on the edges under it. */
export const placeMeasure = (id: string, points: readonly Vec2[], label = tell("Move a measure")): Edit => ({
  label,
  apply: (recipe) =>
    changed(recipe, id, (m) => (m.kind === "ellipse" || m.points.length === points.length ? placed(m, points) : m)),
});

/** What can be said of a measure: its size, its unit, what it lies on. */
export type MeasureWords = Partial<
  Record<"width" | "height" | "length" | "columns" | "rows", number> & Pick<KnownMeasure, "unit" | "wall">
>;

/**
 * Says how large a measure is, or on what it lies. Once its size has been said it counts. Numbers that cannot be (zero,
 * negative) change nothing.
 */
export const sayMeasure = (id: string, words: MeasureWords): Edit => ({
  label: tell("Size of a measure"),
  apply: (recipe) => {
    if (Object.values(words).some((v) => typeof v === "number" && !(v > 0 && v <= 1e6))) return recipe;
    return changed(recipe, id, (m) => {
      const said = Object.values(words).some((v) => typeof v === "number");
      const { wall, ...rest } = { ...m, ...words, on: m.on || said };
      return (wall === undefined ? rest : { ...rest, wall }) as KnownMeasure;
    });
  },
});

export const switchMeasure = (id: string): Edit => ({
  label: tell("Switch a measure on or off"),
  apply: (recipe) => changed(recipe, id, (m) => ({ ...m, on: !m.on })),
});

export const deleteMeasure = (id: string): Edit => ({
  label: tell("Delete a measure"),
  apply: (recipe) => {
    const left = all(recipe).filter((m) => m.id !== id);
    return left.length === all(recipe).length ? recipe : withMeasures(recipe, left);
  },
});

/** The height as the measures tell it, or as the camera saw it where there are none. */
function measuring(recipe: Recipe): Recipe {
  const { from, ...rest } = recipe.proportion;
  return from === undefined && rest.height === 1 ? recipe : { ...recipe, proportion: { ...rest, height: 1 } };
}

/** Lets what was set by hand go. */
export const heightAsMeasured = (): Edit => ({ label: tell("Height as measured"), apply: measuring });

/** Heights over widths by eye, a factor on what the camera saw. */
export const heightByHand = (height: number, label = tell("Height by hand")): Edit => ({
  label,
  apply: (recipe) =>
    Number.isFinite(height) && height > 0
      ? { ...recipe, proportion: { ...recipe.proportion, on: true, from: "by-hand", height: clampedHeight(height) } }
      : recipe,
});

/** What a change of height leaves as large as it is. */
export const heightKeeps = (keeps: NonNullable<ProportionSettings["keeps"]>): Edit => ({
  label: tell("What the height keeps"),
  apply: (recipe) => {
    const { keeps: before, ...rest } = recipe.proportion;
    void before;
    return { ...recipe, proportion: keeps === "width" ? rest : { ...rest, keeps } };
  },
});

/** As tall as it was: a stretch between two recorded places gets the length on the plane that it had as shot. */
export const asTallAsShot = (ends: readonly [Vec2, Vec2], size: Size): Edit => ({
  label: tell("As tall as it was"),
  apply: (recipe) => {
    const plain = { ...recipe, proportion: { ...recipe.proportion, on: true, height: 1 } };
    const map = compile({ ...withCamera(plain, size), frame: { ...plain.frame, on: false } }, size);
    const [a, b] = ends.map((e) => map.fromRecorded(e));
    const shot = Math.hypot(ends[1][0] - ends[0][0], ends[1][1] - ends[0][1]);
    const height = a && b ? heightFor([b[0] - a[0], b[1] - a[1]], shot, plain.proportion) : null;
    return height === null ? recipe : heightByHand(height).apply(recipe);
  },
});

/** The height under which a stretch of the plane becomes so long; null where none makes it so. By halving. */
function heightFor([dx, dy]: Vec2, length: number, proportion: ProportionSettings): number | null {
  const off = (height: number): number => {
    const [x, y] = factorsOf({ ...proportion, height });
    return Math.hypot(x * dx, y * dy) - length;
  };
  let [low, high] = [0.1, 10];
  if (!(off(low) * off(high) < 0)) return null;
  const rises = off(high) > 0;
  for (let n = 0; n < 60; n++) {
    const middle = Math.sqrt(low * high);
    if (off(middle) > 0 === rises) high = middle;
    else low = middle;
  }
  return Math.sqrt(low * high);
}
