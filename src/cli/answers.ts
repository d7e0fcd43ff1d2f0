import { put, say } from "@/language";
import {
  type Answer,
  type HouseStyle,
  type Judgement,
  NO_STYLE,
  costWords,
  houseStyle,
  whyWords,
} from "@/core/answers";
import type { Proposed } from "@/core/contract";
import { emptyRecipe } from "@/core/recipe";
import { withCamera } from "@/core/render";
import { UsageError, readText } from "./arguments";
import type { Subject } from "./subject";

/** The answers for a photo; null where nothing in it tells how the camera was held. */
export async function proposedFor(
  photo: string,
  { size, focal }: Subject,
  style: HouseStyle,
): Promise<Proposed["found"]> {
  // Loaded only where it is wanted: most of a short command's time is loading.
  const { proposedBy } = await import("@/server/image/proposed-in");
  const start = { ...emptyRecipe(), camera: withCamera(emptyRecipe(), size, focal).camera };
  return proposedBy(photo, { size, start, style });
}

/** A house style from a file. @throws UsageError */
export async function readStyle(file: string | undefined): Promise<HouseStyle> {
  if (file === undefined) return NO_STYLE;
  const text = await readText(file, say("The house style"));
  try {
    return houseStyle.parse(JSON.parse(text));
  } catch {
    throw new UsageError(
      say('"{file}" is no house style. Write {example}.', {
        file,
        example: '{"verticals": "full" | "borne" | {"stretch": 2.5} | {"share": 0.9}, "ratio": 1.5 | null}',
      }),
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
      JSON.stringify({
        ...printed(answer),
        says: put(costWords(answer)),
        ...(i === 0 && { why: put(whyWords(why, answer)) }),
      }),
    )
    .join("\n");
