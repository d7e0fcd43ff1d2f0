import { type Value, type Words, capital, figure, listed, tell } from "../../language";
import { likelyCause } from "./likely-cause";
import type { LineInput } from "../line-model";
import type { LineMessage } from "./line-message";
import type { LineQuestion } from "./line-question";
import type { OddOne } from "./odd-one";
import type { LineSolution, SolvedWall } from "../solve-lines";

/** Sentences about lines that are under suspicion, each naming them. */

const nameOf = ({ names }: LineQuestion, id: string): Value => names.get(id) ?? id;

/** Lines of which no part can lie in the picture: all of their ends are beyond one side of it. */
export function outsideWords(question: LineQuestion): LineMessage | null {
  const { size, inputs } = question;
  if (!size) return null;
  const beyond = ({ ends: [a, b] }: LineInput): boolean =>
    ([0, 1] as const).some((i) => Math.max(a[i], b[i]) < 0 || Math.min(a[i], b[i]) > size[i]);
  const lines = inputs.filter(beyond).map((l) => l.id);
  if (lines.length === 0) return null;
  const names = capital(listed(lines.map((id) => nameOf(question, id))));
  return {
    code: "outside",
    text:
      lines.length === 1
        ? tell(
            "{names} lies outside the picture, and counts all the same. Is it a mark of another photo, or of this one turned otherwise?",
            { names },
          )
        : tell(
            "{names} lie outside the picture, and count all the same. Are they marks of another photo, or of this one turned otherwise?",
            { names },
          ),
    lines,
  };
}

/** A line that misses what the others say, and why it may. */
export function contradictsWords({ line, missPx, without }: OddOne, question: LineQuestion): LineMessage {
  const { cause, wall } = likelyCause(question.camera, question.lens, line, without);
  const why = {
    "wrong-kind":
      line.kind === "plumb"
        ? tell("It runs like a sill of the {wall}; is it level in reality?", {
            wall: wallWords(without.walls, wall ?? 0, question),
          })
        : tell("It runs like a plumb; is it vertical in reality?"),
    "other-wall": tell("It runs with the {wall}.", { wall: wallWords(without.walls, wall ?? 0, question) }),
    bowed: tell("It lies far out, where an untouched lens bows edges: settle Lens first."),
    leaning: line.kind === "plumb" ? tell("Is that edge truly vertical?") : tell("Is that edge truly level?"),
  }[cause];
  const told = { name: nameOf(question, line.id), miss: figure(missPx, 1), why };
  return {
    code: "contradicts",
    text:
      line.kind === "plumb"
        ? tell("No. {name} misses what the others say by {miss} px. {why}", told)
        : tell("Sill {name} misses what the others say by {miss} px. {why}", told),
    lines: [line.id],
  };
}

/** A wall by its lines: "wall of A, B and C". */
export const wallWords = (walls: readonly SolvedWall[], w: number, question: LineQuestion): Words =>
  tell("wall of {names}", { names: listed((walls[w]?.lines ?? []).slice(0, 4).map((id) => nameOf(question, id))) });

/** Sills taken for one wall that may as well be of two. */
export function twoWallsWords({ doubtful }: LineSolution, question: LineQuestion): LineMessage | null {
  if (!doubtful) return null;
  const { lines, apart } = doubtful;
  return {
    code: "two-walls",
    text: tell(
      "{names} may be on a wall of their own, {apart}° from the other: that is about as likely. Name their wall, or draw more sills there.",
      { names: capital(listed(lines.map((id) => nameOf(question, id)))), apart: figure(apart, 1) },
    ),
    lines,
  };
}
