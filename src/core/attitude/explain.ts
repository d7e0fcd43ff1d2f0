import { END_SIGMA_PX, type PlumbSolution } from "./solve-plumbs";

/** A sentence about the lines, with a code for the interface to act on. */
export interface LineMessage {
  readonly code: "none" | "one" | "undetermined" | "uncertain" | "contradicts" | "agree" | "sills-wait";
  readonly text: string;
  /** The lines it speaks of. */
  readonly lines: readonly string[];
}

/** A pitch or roll less certain than this deserves a word, degrees. */
const UNCERTAIN_DEG = 0.3;
/** A line this many pixels off the others deserves a look … */
const CONTRADICTS_PX = 4;
/** … when it is also this many times what the rest leave unexplained. */
const CONTRADICTS_TIMES = 4;

const number = (v: number, digits: number): string => v.toFixed(digits);

/**
 * What the photographer should hear about a solution, most urgent first.
 *
 * @param names what each line is called on the sheet, by id ("1", "2", …).
 */
export function explainPlumbs(solution: PlumbSolution, names: ReadonlyMap<string, string>): LineMessage[] {
  const name = (id: string): string => names.get(id) ?? id;
  switch (solution.status) {
    case "none":
      return [
        {
          code: "none",
          text: "No plumbs yet. Draw along two edges that are vertical in reality, one on each side of the building.",
          lines: [],
        },
      ];
    case "one":
      return [
        {
          code: "one",
          text: "One plumb so far; draw a second on the far side of the building. Nothing changes until then.",
          lines: [],
        },
      ];
    case "undetermined":
      return [
        {
          code: "undetermined",
          text: "These plumbs lie on one line or too close together to tell the pitch. Draw one further away.",
          lines: solution.lines.map((l) => l.id),
        },
      ];
    case "solved":
      return explainSolved(solution, name);
  }
}

/**
 * The line that the others do not bear out, and by how many pixels it misses what they say, or null.
 *
 * Deleted residual r / (1 − h), h the leverage, against the spread of the fit without the line
 * (Cook & Weisberg, Residuals and Influence in Regression, 1982, §2.2). Three lines in a fit of two
 * angles cannot tell which of them is the odd one.
 */
function contradiction({ lines }: PlumbSolution): { id: string; missPx: number } | null {
  if (lines.length < 4) return null;
  const squares = lines.reduce((sum, l) => sum + l.residualPx ** 2, 0);
  let worst: { id: string; missPx: number; times: number } | null = null;
  for (const { id, residualPx, pull } of lines) {
    const free = Math.max(1e-6, 1 - 2 * pull);
    const rest = Math.max(0, squares - residualPx ** 2 / free) / (lines.length - 3);
    const times = residualPx / Math.sqrt(free * (rest + END_SIGMA_PX ** 2));
    if (!worst || times > worst.times) worst = { id, missPx: residualPx / free, times };
  }
  return worst && worst.missPx > CONTRADICTS_PX && worst.times > CONTRADICTS_TIMES ? worst : null;
}

function explainSolved(solution: PlumbSolution, name: (id: string) => string): LineMessage[] {
  const messages: LineMessage[] = [];
  const odd = contradiction(solution);
  if (odd)
    messages.push({
      code: "contradicts",
      text: `No. ${name(odd.id)} misses what the others say by ${number(odd.missPx, 1)} px. Is that edge truly vertical?`,
      lines: [odd.id],
    });
  const { pitch, roll } = solution.sigma;
  const [what, most] = (pitch ?? 0) >= (roll ?? 0) ? ["pitch", pitch ?? 0] : ["roll", roll ?? 0];
  const count = solution.lines.length;
  if (most > UNCERTAIN_DEG)
    messages.push({
      code: "uncertain",
      text: `${count === 2 ? "These two" : `These ${count}`} fix the ${what} to ±${number(most, 1)}° only; longer plumbs, or one further away, would steady it.`,
      lines: [],
    });
  if (messages.length === 0)
    messages.push({
      code: "agree",
      text:
        count === 2
          ? "Two plumbs settle pitch and roll. A third would tell whether they agree."
          : `${count} plumbs agree within ${number(Math.max(0.1, ...solution.lines.map((l) => l.residualPx)), 1)} px.`,
      lines: [],
    });
  return messages;
}
