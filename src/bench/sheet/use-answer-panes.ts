import { useMemo } from "react";
import type { Pane } from "@/client/picture/picture-view";
import type { Rect } from "@/core/geometry";
import { useAnswers } from "../made-up/answers-state";
import { answerPlaces } from "../made-up/answer-choice";

const NO_LAYERS: Pane["layers"] = [];

/** The panes of answers that are looked at side by side; null where none are. @param whole the frame, pixels of the plane, while all of it is looked at; else all show the same place, at half its size. */
export function useAnswerPanes(main: Pane | null, scale: number, whole: Rect | null): readonly Pane[] | null {
  const { of, fills } = useAnswers();
  return useMemo(() => {
    if (of === null || !main) return null;
    const [x, y, w, h] = main.plane;
    return answerPlaces(main.screen).map((place, i): Pane => {
      const [pw, ph] = [(2 * place[2]) / scale, (2 * place[3]) / scale];
      const shown = whole
        ? { screen: within(place, whole), plane: whole }
        : { screen: place, plane: [x + (w - pw) / 2, y + (h - ph) / 2, pw, ph] as const };
      return { ...main, ...shown, layers: fills[i]?.parts.map(({ fit }) => fit) ?? NO_LAYERS, alone: false };
    });
  }, [of, fills, main, scale, whole]);
}

/** As much of a place as something of another shape takes, in its middle. */
function within([x, y, w, h]: Rect, [, , fw, fh]: Rect): Rect {
  const scale = Math.min(w / fw, h / fh);
  const [sw, sh] = [Math.round(fw * scale), Math.round(fh * scale)];
  return [Math.round(x + (w - sw) / 2), Math.round(y + (h - sh) / 2), sw, sh];
}
