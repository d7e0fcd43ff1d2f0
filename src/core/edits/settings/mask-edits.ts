import { tell } from "../../language";
import { type Dab, MOST_DABS, MOST_MASKS, type Mask, type MaskEffect } from "../../finish";
import type { Vec2 } from "../../geometry";
import type { Recipe } from "../../recipe";
import type { Edit } from "../edit";
import { withFinish } from "./with-finish";

const DRAW = { wash: tell("Draw a wash"), dab: tell("Draw a dab") } as const;

const withMasks = (recipe: Recipe, change: (all: readonly Mask[]) => Mask[]): Recipe =>
  withFinish(recipe, ({ masks: before = [], ...rest }) => {
    const masks = change(before);
    return { ...rest, ...(masks.length > 0 && { masks }) };
  });

const changed = (recipe: Recipe, id: string, change: (mask: Mask) => Mask): Recipe =>
  withMasks(recipe, (all) => all.map((m) => (m.id === id ? change(m) : m)));

/** A part that is to be lighter, warmer or sharper; a recipe holds so many at most. */
export const addMask = (mask: Mask): Edit => ({
  label: DRAW[mask.kind],
  apply: (recipe) => withMasks(recipe, (all) => (all.length >= MOST_MASKS ? [...all] : [...all, mask])),
});

/** Another stroke of a mask that is dabbed. */
export const addDab = (id: string, dab: Dab): Edit => ({
  label: dab.off ? tell("Take away from a dab") : tell("Add to a dab"),
  apply: (recipe) =>
    changed(recipe, id, (m) => (m.dabs && m.dabs.length < MOST_DABS ? { ...m, dabs: [...m.dabs, dab] } : m)),
});

/** What a mask does; nothing of a kind is no key. */
export const maskEffect = (id: string, effect: MaskEffect): Edit => ({
  label: tell("Change what a mask does"),
  apply: (recipe) =>
    changed(recipe, id, ({ exposure, warmth, sharpness, ...m }) => {
      const asked = { exposure, warmth, sharpness, ...effect };
      return { ...m, ...Object.fromEntries(Object.entries(asked).filter(([, v]) => v !== undefined && v !== 0)) };
    }),
});

/** How soft a mask's edges are, and whether they follow the picture's own. */
export const maskEdge = (id: string, to: { hardness?: number; clings?: boolean }): Edit => ({
  label: tell("Change a mask's edge"),
  apply: (recipe) =>
    changed(recipe, id, ({ clings: was, ...m }) => ({
      ...m,
      ...(to.hardness !== undefined && { hardness: to.hardness }),
      ...((to.clings ?? was) && { clings: true as const }),
    })),
});

const placed = ([x, y]: Vec2): [number, number] => [x, y];

/** Moves a mask to other places, pixels of the original. @param places as many as it has: a wash's ends, or every dab's points in a row. */
export const moveMask = (id: string, places: readonly Vec2[]): Edit => ({
  label: tell("Move a mask"),
  apply: (recipe) =>
    changed(recipe, id, (m) => {
      if (m.ends) return places.length === 2 ? { ...m, ends: [placed(places[0]!), placed(places[1]!)] } : m;
      if (places.length !== maskPlaces(m).length) return m;
      let from = 0;
      const dabs = m.dabs!.map((d) => ({ ...d, points: places.slice(from, (from += d.points.length)).map(placed) }));
      return { ...m, dabs };
    }),
});

/** A mask's places, as moveMask takes them. */
export const maskPlaces = ({ ends, dabs }: Mask): readonly Vec2[] => ends ?? dabs!.flatMap((d) => d.points);

export const switchMask = (id: string, on: boolean): Edit => ({
  label: on ? tell("Switch a mask on") : tell("Switch a mask off"),
  apply: (recipe) => changed(recipe, id, (m) => ({ ...m, on })),
});

export const deleteMask = (id: string): Edit => ({
  label: tell("Delete a mask"),
  apply: (recipe) => withMasks(recipe, (all) => all.filter((m) => m.id !== id)),
});
