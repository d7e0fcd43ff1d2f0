import { z } from "zod";
import type { Size } from "../geometry";
import type { Recipe } from "../recipe";
import { solveRecipe, withCamera } from "../render";
import type { Answer, Habit } from "./answer";
import { LEAST_KEPT, MOST_EMPTY, NEARLY_FACES } from "./cost";
import { type HouseStyle, houseStyle, stretchAllowed } from "./house-style";

/** How the pictures of a visit are corrected, as its photographer wants it. */
export const visitStyle = houseStyle.extend({
  follow: z.boolean().default(true).describe("Whether proposals follow what the last photos of the visit were given"),
});
export type VisitStyle = z.output<typeof visitStyle>;

/** So many photos in a row are a habit. */
export const HABIT_OF = 3;
/** Verticals to a share as near to all of them as this are in full; shares and ratios within these of each other are one. */
const NEARLY_ALL = 0.97;
const SAME_EASE = 0.021;
const SAME_RATIO = 0.005;
/** Photos of those that must show a choice: an aslant wall is left in perspective by everybody. */
const CHOSEN = 2;

interface Way {
  readonly way: "plumb" | "eased" | "face-on";
  readonly ease: number;
  /** A wall could have been turned and was not. */
  readonly chosen: boolean;
}

function wayOf(recipe: Recipe, size: Size): Way | null {
  const { attitude, lines } = recipe;
  if (!attitude.on || lines.length === 0 || attitude.from !== "lines") return null;
  const { solution } = solveRecipe(withCamera(recipe, size), size);
  const ease = attitude.ease.plumb;
  if (ease < NEARLY_ALL) return { way: "eased", ease, chosen: true };
  const turned = attitude.face !== "none" && solution.face.wall !== null;
  const could = solution.walls.some((w) => Math.abs(w.heading) <= NEARLY_FACES);
  return { way: turned ? "face-on" : "plumb", ease, chosen: could };
}

/**
 * What the last photos of a visit have in common.
 *
 * @param last their recipes and sizes, the newest first. @returns null where they are fewer than HABIT_OF, or share nothing.
 */
export function habitOf(last: readonly { readonly recipe: Recipe; readonly size: Size }[]): Habit | null {
  const some = last.slice(0, HABIT_OF);
  if (some.length < HABIT_OF) return null;
  const ways = some.map(({ recipe, size }) => wayOf(recipe, size)).filter((w) => w !== null);
  const [first] = ways;
  const alike =
    first !== undefined &&
    ways.length === some.length &&
    first.way !== "face-on" &&
    ways.filter((w) => w.chosen).length >= CHOSEN &&
    ways.every((w) => w.way === first.way && Math.abs(w.ease - first.ease) < SAME_EASE);
  const ratios = some.map(({ recipe: { frame } }) => (frame.on ? frame.ratio : null));
  const [ratio] = ratios;
  const framed = ratio && ratios.every((r) => r !== null && Math.abs(r / ratio - 1) < SAME_RATIO) ? ratio : null;
  if (!alike && framed === null) return null;
  return {
    way: alike ? (first.way as "plumb" | "eased") : null,
    ease: alike && first.way === "eased" ? first.ease : null,
    ratio: framed,
    photos: some.length,
  };
}

/** Whether an answer may come first because others were given like it: nothing is followed into what nobody would deliver. */
export const mayFollow = ({ measured, cut }: Answer, style: HouseStyle): boolean =>
  cut.length === 0 &&
  measured.kept >= LEAST_KEPT &&
  measured.empty <= MOST_EMPTY &&
  measured.stretch <= stretchAllowed(style);
