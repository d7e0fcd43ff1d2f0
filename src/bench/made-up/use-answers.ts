import { sayError } from "@/language";
import { useEffect } from "react";
import type { Photo } from "@/client";
import type { Recipe } from "@/core/recipe";
import type { Derived } from "../derived";
import { NO_ANSWERS, SIDE_BY_SIDE, useAnswers } from "./answers-state";
import { fillOf, madeUp } from "./use-fill";

const withSeed = <R extends Pick<Recipe, "edges">>(recipe: R, seed: number): R => ({
  ...recipe,
  edges: { ...recipe.edges, seed },
});

/** What the answers of a recipe's fill depend on, whichever is taken. */
const answersOf = (derived: Derived): string | null => fillOf({ ...derived, recipe: withSeed(derived.recipe, 1) });

/** Several answers are looked at side by side. @param first the number of the first of them. */
export const compareAnswers = (derived: Derived, first: number): void =>
  useAnswers.setState({
    of: answersOf(derived),
    first,
    fills: Array.from({ length: SIDE_BY_SIDE }, () => null),
    error: null,
  });

export const endAnswers = (): void => useAnswers.setState(NO_ANSWERS);

/** Has the answers made that are looked at, one after the other; they go when the recipe is no longer the same. */
export function useAnswersMade(photo: Photo, derived: Derived): void {
  const { of, first } = useAnswers();
  const stands = of !== null && of === answersOf(derived);
  useEffect(() => {
    if (of !== null && !stands) endAnswers();
  }, [of, stands]);
  useEffect(() => {
    if (!stands) return;
    const stop = new AbortController();
    void (async () => {
      for (let i = 0; i < SIDE_BY_SIDE; i++)
        try {
          const one = { ...derived, recipe: withSeed(derived.recipe, first + i) };
          const made = await madeUp(photo, one, stop.signal);
          if (stop.signal.aborted) return;
          useAnswers.setState(({ fills }) => ({ fills: fills.map((f, k) => (k === i ? made : f)) }));
        } catch (error) {
          if (!stop.signal.aborted) useAnswers.setState({ error: sayError(error as Error) });
          return;
        }
    })();
    return () => stop.abort();
    // eslint-disable-next-line react-hooks/exhaustive-deps -- `of` says what of the derived matters
  }, [photo, of, first, stands]);
}
