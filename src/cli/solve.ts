import { figure } from "@/core/language";
import { put, say, sayError } from "@/language";
import { outOfTrue } from "@/core/lines";
import { takeOwnLens } from "@/core/edits";
import type { Size, Vec2 } from "@/core/geometry";
import { ownWords, proposalOf } from "@/core/own-edges";
import { type Recipe, RecipeError, emptyRecipe, endsOf, foundLine, parseRecipe } from "@/core/recipe";
import {
  type SettledRecipe,
  compile,
  focalContradicted,
  wallAccuracy,
  focalByMeasures,
  lensInDoubt,
  measuredIn,
  bendOf,
  solveRecipe,
  withCamera,
} from "@/core/render";
import { type BendSettings, explainBend, bendMarks } from "@/core/shape/bend";
import { UsageError, options, readRecipeFile, readText } from "./arguments";
import { foundLines } from "./lines";
import { NOTHING_STRAIGHT, ownEdgesIn, projectionOf, refuseStitched } from "./own-edges";
import { type Subject, inspected, subjectOf } from "./subject";

/** The focal length that only known measures tell; null where the lines do, or nothing does. */
function focalTold(recipe: SettledRecipe, size: Size): number | null {
  const { solution } = solveRecipe(recipe, size);
  return solution.focal ? null : (focalByMeasures(recipe, size)?.focalPx ?? null);
}

/** One recipe's solution as the command prints it. */
export function solved(recipe: Recipe, { size, focal, photo }: Subject) {
  const filled = withCamera(recipe, size, focal);
  const told = focalTold(filled, size);
  const settled: SettledRecipe =
    told === null ? filled : { ...filled, camera: { ...filled.camera, focalPx: told, focalFrom: "solved" } };
  const { solution, messages } = solveRecipe(settled, size, false, photo ? lensInDoubt(recipe, null) : null);
  // An attitude set by hand is what is rendered, whatever lines there are.
  const byHand = recipe.attitude.from === "by-hand";
  const { pitch, yaw, roll } = recipe.attitude;
  const angles = byHand ? { pitch, yaw, roll } : solution.attitude;
  const attitude = { ...settled.attitude, ...angles, on: true };
  const map = compile({ ...settled, attitude, frame: { ...settled.frame, on: false } }, size);
  const focalPx = (byHand ? null : solution.focal?.focalPx) ?? settled.camera.focalPx;
  const measured = measuredIn({ ...settled, attitude, camera: { ...settled.camera, focalPx } }, size);
  const seen = { ...settled, attitude, camera: { ...settled.camera, focalPx } };
  const accuracy = measured && wallAccuracy(seen, size, measured, byHand ? null : solution);
  const contradicted = focalContradicted(settled, size);
  const shape = recipe.shape && bendTold({ ...settled, attitude }, recipe.shape, size);
  const residuals = new Map(solution.lines.map((l) => [l.id, l.residualPx]));
  return {
    attitude: angles,
    sigma: byHand ? { pitch: null, yaw: null, roll: null } : solution.sigma,
    focalPx,
    walls: solution.walls,
    ...(measured && {
      proportion: {
        height: measured.height,
        sigma: measured.sigma,
        perPixel: measured.perPixel,
        perPixelSigma: measured.perPixelSigma,
        measures: measured.measures.map(({ cause, why, ...share }) => ({
          ...share,
          cause: cause && put(cause),
          why: why && put(why),
        })),
        ...(accuracy && { accuracy }),
      },
    }),
    face: solution.face,
    lines: recipe.lines.map((line) => {
      const ends = endsOf(line);
      const after = ends.map((p) => map.fromRecorded(p));
      const seen = after.every((p): p is Vec2 => p !== null);
      return {
        id: line.id,
        before: outOfTrue(line.kind, ...ends),
        after: seen ? outOfTrue(line.kind, after[0]!, after[1]!) : null,
        residualPx: residuals.get(line.id) ?? null,
      };
    }),
    ...(shape && { shape: { share: shape.share, marks: shape.marks } }),
    messages: [
      ...messages.map((m) => put(m.text)),
      ...(measured?.messages ?? []).map(put),
      ...(contradicted ? [put(contradicted)] : []),
      ...(shape?.messages ?? []),
    ],
  };
}

/** How a recipe's shape stands: each mark before and after, and what is to be said; null where nothing is marked. */
function bendTold(recipe: SettledRecipe, shape: BendSettings, size: Size) {
  const model = bendOf(recipe, size);
  if (!model) return null;
  const marks = bendMarks(shape, model);
  const messages = explainBend(shape, model, marks, (other) => bendOf({ ...recipe, shape: other }, size));
  return { share: model.share, marks, messages: messages.map((m) => put(m.text)) };
}

/** The recipe with the plumbs and sills found in the photo in place of its own. */
async function withFoundLines(photo: string, recipe: Recipe, subject: Subject): Promise<Recipe> {
  const { segments, grouped } = await foundLines(photo, recipe, subject);
  const lines = grouped.groups.flatMap(({ id, kind, members }) =>
    kind === "other"
      ? []
      : members.map((i) => foundLine(`${id}-${i}`, kind, segments[i]!, kind === "sill" ? id : undefined)),
  );
  return { ...recipe, lines, attitude: { ...recipe.attitude, from: "lines" } };
}

/** A bow of less than this, or of less than so many of its deviations, is none, pixels. */
const BOWED_PX = 1;
const BOWED_SIGMAS = 3;

/**
 * The solution of lines found in a photo. Where the lens has not been taken out and the photo's edges show that it bows, says
 * so, and widens the deviations by what that does to the angles; where they show nothing, by what lenses do.
 */
async function bowNoticed(found: Recipe, photo: string, recipe: Recipe, subject: Subject) {
  const inDoubt = lensInDoubt(recipe, null) !== null && !(await projectionOf(photo));
  const own = inDoubt ? await ownEdgesIn(photo, subject, recipe) : null;
  const answer = solved(found, { ...subject, photo: inDoubt && own === null });
  if (!own) return answer;
  const { lens, attitude } = proposalOf(own);
  if (Math.abs(lens.cornerPx) < Math.max(BOWED_PX, BOWED_SIGMAS * lens.sigmaPx)) return answer;
  const wider = (key: "pitch" | "yaw" | "roll"): number | null =>
    answer.sigma[key] === null ? null : Math.hypot(answer.sigma[key], answer.attitude[key] - attitude[key]);
  return {
    ...answer,
    sigma: { pitch: wider("pitch"), yaw: wider("yaw"), roll: wider("roll") },
    messages: [
      say("These edges bow by {bow} px at the corner; the lens has not been taken out. --lens takes it out.", {
        bow: figure(Math.abs(lens.cornerPx), 1),
      }),
      ...answer.messages,
    ],
  };
}

/** What a photo's own edges say, as the command prints it: as of lines found, and the lens with its deviation. */
async function solvedWithLens(photo: string, recipe: Recipe, subject: Subject): Promise<object> {
  await refuseStitched(photo);
  const found = await ownEdgesIn(photo, subject, recipe);
  if (!found) throw new UsageError(NOTHING_STRAIGHT);
  const proposal = proposalOf(found);
  const { lens, focal, attitude, sigma } = proposal;
  const taken = takeOwnLens({ ...proposal, focal: { ...focal, told: true } }).apply(recipe);
  const lines = found.grouped.groups.flatMap(({ id, kind, members }) =>
    kind === "other"
      ? []
      : members.map((i) => foundLine(`${id}-${i}`, kind, found.edges[i]!, kind === "sill" ? id : undefined)),
  );
  const answer = solved({ ...taken, lines, attitude: { ...taken.attitude, from: "lines" } }, subject);
  return {
    ...answer,
    // All of it measured together, so that the deviations hold the lens's own.
    attitude,
    sigma,
    focalPx: focal.focalPx,
    focalSigmaPx: focal.sigmaPx,
    walls: found.solution.walls.map(({ heading, sigma: deviation }) => ({ heading, sigma: deviation })),
    lens: { model: lens.model, k: lens.k, centre: taken.lens.centre, sigmaPx: lens.sigmaPx },
    messages: [...ownWords(proposal, subject.size).map(put), ...answer.messages],
  };
}

export async function run(args: string[]): Promise<void> {
  const { values, free, on } = options(args, ["size", "recipe", "recipes"], ["find", "lens"]);
  if (on.has("lens") && !on.has("find")) throw new UsageError(say("--lens goes with --find."));
  if (free.length > 1) throw new UsageError(say("Name one photo at a time."));
  if (on.has("find")) {
    if (free[0] === undefined || values.size !== undefined || values.recipes !== undefined)
      throw new UsageError(say("--find looks for lines in one photo, with at most one recipe."));
    const recipe = values.recipe === undefined ? emptyRecipe() : await readRecipeFile(values.recipe);
    const subject = await inspected(free[0]);
    if (on.has("lens")) {
      process.stdout.write(`${JSON.stringify(await solvedWithLens(free[0], recipe, subject))}\n`);
      return;
    }
    const found = await withFoundLines(free[0], recipe, subject);
    const answer = await bowNoticed(found, free[0], recipe, subject);
    process.stdout.write(`${JSON.stringify(answer)}\n`);
    return;
  }
  if ((values.recipe === undefined) === (values.recipes === undefined))
    throw new UsageError(say("Give either --recipe R.json or --recipes FILE.ndjson."));
  const subject = await subjectOf(free[0], values.size);
  if (values.recipe !== undefined) {
    process.stdout.write(`${JSON.stringify(solved(await readRecipeFile(values.recipe), subject))}\n`);
    return;
  }
  await solveMany(values.recipes!, subject);
}

/**
 * One answer a line, in the order of the recipes. A recipe that cannot be solved has a line that says so in its place; the
 * rest is answered, and the exit status tells.
 *
 * @throws UsageError when none of them can be.
 */
async function solveMany(file: string, subject: Subject): Promise<void> {
  const lines = (await readText(file, say("The file of recipes"))).split("\n");
  const answers: object[] = [];
  const wrong: string[] = [];
  lines.forEach((line, i) => {
    if (line.trim() === "") return;
    try {
      answers.push(solved(parseRecipe(line), subject));
    } catch (error) {
      if (!isWrongInput(error)) throw error;
      const words = say('Line {number} of "{file}": {message}', { number: i + 1, file, message: sayError(error) });
      answers.push({ line: i + 1, error: sayError(error) });
      wrong.push(words);
    }
  });
  if (wrong.length === answers.length && wrong.length > 0) throw new UsageError(wrong[0]!);
  process.stdout.write(answers.map((answer) => `${JSON.stringify(answer)}\n`).join(""));
  if (wrong.length === 0) return;
  console.error(wrong.join("\n"));
  process.exitCode = 2;
}

const isWrongInput = (error: unknown): error is Error =>
  error instanceof RecipeError || error instanceof UsageError || error instanceof RangeError;
