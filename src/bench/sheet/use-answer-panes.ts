import { useMemo } from "react";
import type { Pane } from "@/client/picture/picture-view";
import { useAnswers } from "../answers-state";
import { answerPlaces } from "./answer-choice";

const NO_LAYERS: Pane["layers"] = [];

/** The panes of answers that are looked at side by side, all of the same place at half its size; null where none are. */
export function useAnswerPanes(main: Pane | null, scale: number): readonly Pane[] | null {
  const { of, fills } = useAnswers();
  return useMemo(() => {
    if (of === null || !main) return null;
    const [x, y, w, h] = main.plane;
    return answerPlaces(main.screen).map((screen, i): Pane => {
      const [pw, ph] = [(2 * screen[2]) / scale, (2 * screen[3]) / scale];
      return {
        ...main,
        screen,
        plane: [x + (w - pw) / 2, y + (h - ph) / 2, pw, ph],
        layers: fills[i]?.parts.map(({ fit }) => fit) ?? NO_LAYERS,
        alone: false,
      };
    });
  }, [of, fills, main, scale]);
}
