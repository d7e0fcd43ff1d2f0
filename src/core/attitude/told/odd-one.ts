import { type LineInput, type ModelLine, type Unknowns, missOf } from "../line-model";
import { observe } from "../plumb-residual";
import type { LineSolution } from "../solve-lines";
import type { LineQuestion } from "./line-question";

/** The line that the others do not bear out. */
export interface OddOne {
  readonly line: LineInput;
  /** How far it misses what the others say, pixels of end placement. */
  readonly missPx: number;
  /** What the others say without it. */
  readonly without: LineSolution;
}

/** A line this many pixels off the others deserves a look … */
const CONTRADICTS_PX = 4;
/** … when it is also this many deviations off what the others say. */
const CONTRADICTS_SIGMAS = 4;
/** The first look may be thrown by the odd line itself, so this many are tried. */
const TRIED = 3;
/** Without the odd line the others must fit this well, pixels of end placement. */
const SOUND_PX = 2.5;

/**
 * Names the line that contradicts the others, or null: those that stand out most are left out one by one, and the
 * one whose absence leaves the others most at peace is measured against what they then say. Where the lines together
 * say nothing at all, each is tried.
 */
export function oddOne(solution: LineSolution, question: LineQuestion): OddOne | null {
  const { inputs } = question;
  if (solution.status === "none" || solution.status === "one") return null;
  if (solution.status === "solved" ? solution.freedom < 2 : inputs.length < 5) return null;
  const suspects =
    solution.status === "solved"
      ? [...solution.lines]
          .sort((a, b) => b.studentised - a.studentised)
          .filter((l) => l.studentised > CONTRADICTS_SIGMAS)
          .slice(0, TRIED)
          .map((l) => l.id)
      : inputs.map((l) => l.id);
  const tried = suspects
    .map((id) => ({ id, without: question.solve(inputs.filter((l) => l.id !== id)) }))
    .filter(({ without }) => without.status === "solved" && without.freedom >= 1)
    .sort((a, b) => a.without.endSigmaPx - b.without.endSigmaPx);
  const best = tried[0];
  if (!best || (solution.status !== "solved" && best.without.endSigmaPx > SOUND_PX)) return null;
  const line = inputs.find((l) => l.id === best.id)!;
  const missPx = missFrom(line, best.without, question);
  return missPx > CONTRADICTS_PX ? { line, missPx, without: best.without } : null;
}

/** Pixels by which a line misses what others say: a sill, the wall it was put on or the one it comes nearest to. */
function missFrom(line: LineInput, without: LineSolution, { camera, lens, inputs }: LineQuestion): number {
  const model: ModelLine = { ...observe(lens, line.id, line.ends), kind: line.kind, sigmaPx: 1, wall: 0 };
  const u: Unknowns = {
    ...without.attitude,
    headings: without.walls.map((w) => w.heading),
    focalPx: without.focal?.focalPx ?? camera.focalPx,
  };
  const miss = (wall: number): number => Math.abs(missOf({ ...model, wall }, camera.principal, u));
  if (line.kind === "plumb") return miss(-1);
  const named = inputs.find((l) => l.wall === line.wall && line.wall && l.id !== line.id);
  const own = named ? (without.lines.find((l) => l.id === named.id)?.wall ?? null) : null;
  // A sill that no wall's name holds may always be of a wall of its own.
  return own === null ? 0 : miss(own);
}
