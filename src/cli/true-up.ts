import { put, say } from "@/language";
import { writeFile } from "node:fs/promises";
import { ANSWERS, type Answer, type AnswerKey, type Judgement, whyWords } from "@/core/answers";
import { ownWords } from "@/core/own-edges";
import { answerLines, printed, proposedFor, readStyle } from "./answers";
import { UsageError, checkPhoto, checkTarget, options, required } from "./arguments";
import { deliver, deliveryAsked } from "./deliver";
import { NOTHING_STRAIGHT, refuseStitched } from "./own-edges";
import { inspected } from "./subject";

/** Trues a photo up by the answer that a photographer would deliver, or by the one asked for; or tells all of them. */
export async function run(args: string[]): Promise<void> {
  const { values, free, on } = options(
    args,
    ["out", "recipe-out", "answer", "style", "quality", "chroma", "colour", "compression"],
    ["progressive", "answers"],
  );
  if (free.length !== 1) throw new UsageError(say("Name one photo to true up."));
  const source = free[0]!;
  const style = await readStyle(values.style);
  const wanted = answerAsked(values.answer);
  if (on.has("answers")) {
    await checkPhoto(source);
    await refuseStitched(source);
    const proposed = await proposedFor(source, await inspected(source), style);
    if (!proposed) throw new UsageError(NOTHING_STRAIGHT);
    return console.log(answerLines(proposed.judgement));
  }
  const target = required(values.out, "--out");
  const recipeOut = values["recipe-out"];
  const asked = deliveryAsked(target, values, on.has("progressive"));
  await checkPhoto(source);
  await checkTarget(target, [source]);
  if (recipeOut !== undefined) await checkTarget(recipeOut, [source, target]);
  const subject = await inspected(source);
  await refuseStitched(source);
  const proposed = await proposedFor(source, subject, style);
  if (!proposed) throw new UsageError(NOTHING_STRAIGHT);
  const { answer, why } = taken(proposed.judgement, wanted);
  const made = await deliver({ source, target, recipe: answer.recipe, ...subject, options: asked });
  if (recipeOut !== undefined) await writeFile(recipeOut, `${JSON.stringify(answer.recipe, null, 2)}\n`);
  const { answer: key, stretch, kept, empty, cut, outOfTrue } = printed(answer);
  const { pitch, yaw, roll } = answer.recipe.attitude;
  const told = {
    answer: key,
    why,
    original: subject.size,
    attitude: { pitch, yaw, roll },
    stretch,
    kept,
    empty,
    cut,
    outOfTrue,
  };
  console.log(JSON.stringify({ ...made, ...told, messages: ownWords(proposed.proposal, subject.size).map(put) }));
}

function answerAsked(text: string | undefined): AnswerKey | null {
  if (text === undefined) return null;
  const key = ANSWERS.find((a) => a === text);
  if (!key)
    throw new UsageError(say('"{text}" is no answer; there are {answers}.', { text, answers: ANSWERS.join(", ") }));
  return key;
}

/** The first answer, or the cheapest of the kind asked for. @throws UsageError where there is none. */
function taken({ answers, why }: Judgement, wanted: AnswerKey | null): { answer: Answer; why: string } {
  if (wanted === null || answers[0]!.key === wanted)
    return { answer: answers[0]!, why: put(whyWords(why, answers[0]!)) };
  const answer = answers.find((a) => a.key === wanted);
  if (!answer) {
    const there = [...new Set(answers.map((a) => a.key))].join(", ");
    throw new UsageError(say('This photo has no answer "{wanted}"; it has {there}.', { wanted, there }));
  }
  return { answer, why: put(whyWords({ id: "asked" }, answer)) };
}
