import type { Edit } from "../edits";
import { tell } from "../language";
import type { Answer } from "./answer";

/**
 * Takes an answer as one step: its lens, lines, attitude and frame, and the gaps it fills. Lines drawn already stay beside
 * those it brings, and whatever else was done stays as it is.
 */
export const takeAnswer = ({ key, recipe: answer }: Pick<Answer, "key" | "recipe">): Edit => ({
  label: tell("True up"),
  apply: (recipe) => {
    if (key === "as-shot") return recipe;
    const brought = new Set(answer.lines.map((l) => l.id));
    return {
      ...recipe,
      camera: answer.camera,
      lens: answer.lens,
      lines: [...recipe.lines.filter((l) => !brought.has(l.id)), ...answer.lines],
      attitude: answer.attitude,
      frame: { ...answer.frame, ...kept(recipe.frame) },
      edges: { ...recipe.edges, on: answer.edges.on, gaps: answer.edges.gaps },
    };
  },
});

/** What of a frame is not for an answer to decide. */
const kept = ({ turn, mirror, output, bar }: Answer["recipe"]["frame"]) => ({
  ...(turn && { turn }),
  ...(mirror && { mirror }),
  ...(output && { output }),
  ...(bar && { bar }),
});
