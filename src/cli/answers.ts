import { focalFromMetadata } from "@/core/camera";
import {
  type Answer,
  type HouseStyle,
  type Judgement,
  NO_STYLE,
  costWords,
  groundsOf,
  houseStyle,
  judged,
  shownOf,
  whyWords,
} from "@/core/answers";
import { METADATA_SIGMA, type OwnProposal } from "@/core/own-edges";
import { emptyRecipe } from "@/core/recipe";
import { withCamera } from "@/core/render";
import { UsageError, readText } from "./arguments";
import type { Subject } from "./subject";

/** What a photo proposes, judged. */
export interface Proposed {
  readonly proposal: OwnProposal;
  readonly judgement: Judgement;
}

/** The answers for a photo; null where nothing in it tells how the camera was held. */
export async function proposedFor(
  photo: string,
  { size, focal }: Subject,
  style: HouseStyle,
): Promise<Proposed | null> {
  const { greenLight } = await import("@/server/image/luminance");
  const { smallPicture } = await import("@/server/image/small-picture");
  const told = focalFromMetadata(size, focal);
  const known = told.focalFrom === "metadata" ? { focalPx: told.focalPx, sigma: METADATA_SIGMA } : null;
  const proposal = groundsOf(await greenLight(photo), 1, known);
  if (!proposal) return null;
  const shown = shownOf(await smallPicture(photo), size);
  const { camera, ...rest } = emptyRecipe();
  void camera;
  const start = { ...rest, camera: withCamera(emptyRecipe(), size, focal).camera };
  return { proposal, judgement: judged({ proposal, shown, size, start, style }) };
}

/** A house style from a file. @throws UsageError */
export async function readStyle(file: string | undefined): Promise<HouseStyle> {
  if (file === undefined) return NO_STYLE;
  const text = await readText(file, "The house style");
  try {
    return houseStyle.parse(JSON.parse(text));
  } catch {
    throw new UsageError(
      `"${file}" is no house style. Write {"verticals": "full" | "borne" | {"stretch": 2.5} | {"share": 0.9}, "ratio": 1.5 | null}.`,
    );
  }
}

const rounded = (value: number, digits = 4): number => Number(value.toFixed(digits));

/** What is printed of an answer. */
export function printed({ key, wall, ease, recipe, measured, cut, terms, cost, tooTall }: Answer) {
  const { pitch, yaw, roll } = recipe.attitude;
  return {
    answer: key,
    ...(wall && { heading: rounded(wall.heading, 2), share: rounded(wall.share, 3) }),
    ...(key === "eased" && { ease: rounded(ease), tooTall: rounded(tooTall) }),
    attitude: key === "as-shot" ? null : { pitch, yaw, roll },
    outOfTrue: rounded(measured.outOfTrue),
    stretch: rounded(measured.stretch),
    kept: rounded(measured.kept),
    content: rounded(measured.content),
    empty: rounded(measured.empty),
    cut,
    cost: rounded(cost),
    terms: Object.fromEntries(Object.entries(terms).map(([name, v]: [string, number]) => [name, rounded(v)])),
  };
}

/** One line of JSON for each answer, cheapest first; the first says why. */
export const answerLines = ({ answers, why }: Judgement): string =>
  answers
    .map((answer, i) =>
      JSON.stringify({ ...printed(answer), says: costWords(answer), ...(i === 0 && { why: whyWords(why, answer) }) }),
    )
    .join("\n");
