import { type Words, tell } from "@/core/language";
import { createContext, useContext } from "react";
import { type StoreApi, createStore, useStore } from "zustand";
import { type Edit, type FoundLines, edited, marksOf, weighDetail, withLine } from "@/core/edits";
import type { FrameDetail } from "@/core/frame";
import type { Size, Vec2 } from "@/core/geometry";
import { type CourseKey, type Line, FIRST_OPEN, type Recipe, emptyRecipe } from "@/core/recipe";
import { type OwnState, type StraightEdges, withShown } from "./shown";
import { forgetVersion } from "./version-state";

export type SaveState = "saved" | "unsaved" | "saving" | "failed" | "conflict" | "deleted";

interface Step {
  readonly recipe: Recipe;
  readonly label: Words;
}

/** Another recipe to be looked at for a while, made from the one that is worked on. */
interface Peek {
  /** What it is without, or as: "without the light". */
  readonly words: string;
  /** What shows it, where that has to know it again. */
  readonly key?: string;
  readonly of: (recipe: Recipe) => Recipe;
}

/** What the Bench works on. The recipe is replaced, never changed in place; every step can be taken back. */
export interface BenchState {
  versionId: string;
  /** So many versions have been opened in this window. */
  opening: number;
  size: Size;
  recipe: Recipe;
  past: readonly Step[];
  future: readonly Step[];
  /** Edits of one gesture share a key and become one step back. */
  gesture: string | null;
  course: CourseKey;
  /** The tool last taken, by its name; in a course that has none of that name it is Move. */
  tool: string;
  selected: string | null;
  /** Which end of the selected line the keys move; null moves the whole line. */
  selectedEnd: 0 | 1 | null;
  view: "corrected" | "as-shot";
  marks: boolean;
  /** A grid over the picture: straight on the corrected one, as the lens bends it on the one as shot. */
  grid: boolean;
  /** A map of how far the correction stretches the picture. */
  stretch: boolean;
  /** Lines found in the photo and not taken yet; null before they are looked for, and once the lens has changed. */
  found: FoundLines | null;
  /** Places clicked so far along something that is being traced, pixels of the original. */
  places: readonly Vec2[];
  /** Lines are being looked for. */
  finding: boolean;
  /** What the photo proposes by its own edges. */
  own: OwnState;
  /** What the photo shows, weighed for its frame: kept with the recipe from its first edit on; null before it is known. */
  detail: FrameDetail | null;
  /** Straight edges that the photo shows, pixels of the original: kept with a recipe that has marks that bend; null before they are known. */
  straight: StraightEdges | null;
  /** Only the picture is shown, without what stands around it. */
  alone: boolean;
  /** While held, the original alone is shown. */
  holding: boolean;
  /** While set, the sheet shows another recipe than the one that is worked on; nothing is edited by it. */
  peek: Peek | null;
  save: SaveState;

  open(versionId: string, size: Size, recipe: Recipe): void;
  /** Does an edit as a step that can be taken back; those of one gesture are one step. */
  edit(edit: Edit, gesture?: string): void;
  /**
   * Corrects a line as part of the step that drew or moved it, however many steps have been made or taken back since:
   * wherever that very line stands, in the recipe and among the steps, and nowhere else.
   */
  amendLine(before: Line, change: (line: Line) => Line): void;
  /** What the photo shows is known: kept with a recipe that has been edited at once, with another from its first edit on. */
  weigh(detail: FrameDetail): void;
  /** The photo's straight edges are known: kept at once with marks that were changed, with others once they are. */
  knowStraight(edges: StraightEdges): void;
  endGesture(): void;
  undo(): void;
  redo(): void;
  set(
    change: Partial<
      Pick<
        BenchState,
        | "course"
        | "tool"
        | "selected"
        | "selectedEnd"
        | "view"
        | "marks"
        | "grid"
        | "stretch"
        | "found"
        | "finding"
        | "own"
        | "places"
        | "alone"
        | "holding"
        | "peek"
        | "save"
      >
    >,
  ): void;
}

const UNLOOKED: OwnState = { state: "unlooked" };

/** What a version has when it opens, whatever was done to the one before it. */
const UNTOUCHED = {
  past: [],
  future: [],
  gesture: null,
  selected: null,
  selectedEnd: null,
  view: "corrected",
  found: null,
  places: [],
  finding: false,
  own: UNLOOKED,
  detail: null,
  straight: null,
  holding: false,
  peek: null,
  save: "saved",
} satisfies Partial<BenchState>;

/** The Bench before anything has been opened. */
const FIRST = {
  versionId: "",
  opening: 0,
  size: [1, 1],
  recipe: emptyRecipe(),
  course: FIRST_OPEN,
  tool: "plumb",
  marks: true,
  grid: false,
  stretch: false,
  alone: false,

  ...UNTOUCHED,
} satisfies Partial<BenchState>;

export const createBenchStore = () =>
  createStore<BenchState>()((set) => ({
    ...FIRST,
    open: (versionId, size, recipe) => {
      forgetVersion();
      set(({ opening }) => ({
        versionId,
        opening: opening + 1,
        size,
        recipe,
        ...UNTOUCHED,
      }));
    },
    edit: (edit, gesture) =>
      set((s) => {
        const done = edited(s.recipe, edit, s.size);
        if (done === s.recipe) return s;
        const recipe = withShown(done, s.recipe, s);
        const sameGesture = gesture !== undefined && s.gesture === gesture;
        return {
          recipe,
          past: sameGesture ? s.past : [...s.past, { recipe: s.recipe, label: edit.label }],
          future: [],
          gesture: gesture ?? null,
          // What was found was found under another lens.
          ...(recipe.lens !== s.recipe.lens ? { found: null } : {}),
          ...touched(s),
        };
      }),
    amendLine: (before, change) =>
      set((s) => {
        const after = change(before);
        const amend: Edit = {
          label: tell("Amend a line"),
          apply: (recipe) => (recipe.lines.includes(before) ? withLine(recipe, before.id, () => after) : recipe),
        };
        const amended = (recipe: Recipe): Recipe => edited(recipe, amend, s.size);
        const step = (one: Step): Step => {
          const recipe = amended(one.recipe);
          return recipe === one.recipe ? one : { ...one, recipe };
        };
        const recipe = amended(s.recipe);
        return {
          recipe,
          past: s.past.map(step),
          future: s.future.map(step),
          ...(recipe === s.recipe ? {} : touched(s)),
        };
      }),
    weigh: (detail) =>
      set((s) => {
        const recipe = s.past.length > 0 ? weighDetail(s.recipe, detail) : s.recipe;
        return { detail, ...(recipe === s.recipe ? {} : { recipe, ...touched(s) }) };
      }),
    knowStraight: (straight) =>
      set((s) => {
        // Marks that were changed since it was opened.
        const opened = s.past[0]?.recipe ?? s.recipe;
        const recipe = withShown(s.recipe, opened, { ...s, straight });
        return { straight, ...(recipe === s.recipe ? {} : { recipe, ...touched(s) }) };
      }),
    endGesture: () => set({ gesture: null }),
    undo: () =>
      set((s) => {
        const step = s.past.at(-1);
        if (!step) return s;
        return { ...arrived(s, step), past: s.past.slice(0, -1), future: [...s.future, { ...step, recipe: s.recipe }] };
      }),
    redo: () =>
      set((s) => {
        const step = s.future.at(-1);
        if (!step) return s;
        return { ...arrived(s, step), future: s.future.slice(0, -1), past: [...s.past, { ...step, recipe: s.recipe }] };
      }),
    // A tool put down drops the path that was being clicked with it.
    set: (change) => set("tool" in change || "course" in change ? { places: [], ...change } : change),
  }));

const touched = (s: BenchState): Partial<BenchState> => (s.save === "conflict" ? {} : { save: "unsaved" });

/** What holds after a step back or forward: its recipe, and no selection of a mark that is not there. */
const arrived = (s: BenchState, { recipe }: Step): Partial<BenchState> => ({
  recipe,
  gesture: null,
  // What was found was found under another lens.
  ...(recipe.lens === s.recipe.lens ? {} : { found: null }),
  selected: marksOf(recipe).some((m) => m.id === s.selected) ? s.selected : null,
  ...touched(s),
});

/** The one Bench of this window. */
const own = createBenchStore();

/** The store that parts of the screen look at: the Bench's own, or one that follows it at a slower pace. */
export const ShownBench = createContext<StoreApi<BenchState>>(own);

const everything = (s: BenchState): BenchState => s;
function useShown(): BenchState;
function useShown<T>(selector: (state: BenchState) => T): T;
function useShown<T>(selector?: (state: BenchState) => T): T | BenchState {
  return useStore<StoreApi<BenchState>, T | BenchState>(useContext(ShownBench), selector ?? everything);
}
/** The Bench in a component, whole or a part of it; its methods reach it as it is now, outside of them too. */
export const useBench = Object.assign(useShown, own);
