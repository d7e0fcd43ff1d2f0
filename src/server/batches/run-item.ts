import { and, eq, sql } from "drizzle-orm";
import { reviewOf, takeAnswer, whyWords } from "@/core/answers";
import type { BatchAction } from "@/core/contract";
import { put, say } from "@/language";
import { SWITCHED, carryCourses, edited, switchCourse } from "@/core/edits";
import type { Size } from "@/core/geometry";
import { COURSES, type Recipe, emptyRecipe, laidCourses } from "@/core/recipe";
import { database } from "../db/client";
import { isUnreachable } from "../db/errors";
import { photos } from "../db/schema";
import { batchItems, batches } from "../db/work-schema";
import { saveRevision } from "../versions/save-revision";
import { createVersion, openVersion } from "../versions/versions";
import { Problem } from "../problem";
import { proposedFor } from "../photos/proposed";
import { RawJson } from "../versions/checked-recipe";
import { batchLens } from "./batch-lens";
import { blendBracket } from "./blend-bracket";
import { type End, type Ended, EndedMeanwhile, type Tx, shownVersion } from "./item";

/**
 * Does what a batch wants to one photo. It is safe to be begun any number of times: what it does and that it was done are
 * written in one transaction, and an item that is ended is not begun again.
 *
 * @param signal tells that this process goes. @throws Error then, so that the job is tried elsewhere; and where the database is away.
 */
export async function runBatchItem({ batchId, photoId }: Item, signal: AbortSignal): Promise<void> {
  const [row] = await database()
    .select({ item: batchItems, action: batches.action, deletedAt: photos.deletedAt })
    .from(batchItems)
    .innerJoin(batches, eq(batches.id, batchItems.batchId))
    .innerJoin(photos, eq(photos.id, batchItems.photoId))
    .where(and(eq(batchItems.batchId, batchId), eq(batchItems.photoId, photoId)));
  if (!row || row.item.state !== "waiting") return;
  const end = async (tx: Tx, ended: Ended): Promise<void> => {
    const rows = await tx
      .update(batchItems)
      .set({ ...ended, endedAt: sql`now()` })
      .where(and(eq(batchItems.batchId, batchId), eq(batchItems.photoId, photoId), eq(batchItems.state, "waiting")))
      .returning({ photoId: batchItems.photoId });
    // Stopped, or done by another, meanwhile: what would be written beside it is not written, either.
    if (rows.length === 0) throw new EndedMeanwhile();
  };
  await whatItDoes(row, { batchId, photoId }, end, signal).catch((error: unknown) => {
    if (!(error instanceof EndedMeanwhile)) throw error;
  });
}

/** Does it, and says how it ended where that is for the picture's or somebody else's sake. @throws EndedMeanwhile, and what another try may mend. */
async function whatItDoes(
  { action, deletedAt }: { action: BatchAction; deletedAt: Date | null },
  item: Item,
  end: End,
  signal: AbortSignal,
): Promise<void> {
  try {
    if (deletedAt) return await end(database(), { state: "left", words: say("it was taken out meanwhile") });
    await (ACTIONS[action.kind] as Act<BatchAction>)(item, end, signal, action);
  } catch (error) {
    if (error instanceof EndedMeanwhile || signal.aborted || isUnreachable(error)) throw error;
    // Somebody saved meanwhile: what they did is what counts.
    if (error instanceof Problem && error.status === 409)
      return end(database(), { state: "left", words: say("it was changed meanwhile") });
    if (!(error instanceof Problem)) console.error(error);
    const words = error instanceof Problem ? error.message : say("The server stumbled over it.");
    await end(database(), { state: "failed", words });
  }
}

/** Which photo of which batch. */
interface Item {
  readonly batchId: string;
  readonly photoId: string;
}

type Act<A> = (item: Item, end: End, signal: AbortSignal, action: A) => Promise<void>;

const tooLong = (): Ended => ({ state: "left", words: say("its recipe is too long to be changed among many") });

/** Saves a photo's recipe after a change as a new state, if it changes anything. @param same said where it does not. */
async function saveChanged(
  { batchId, photoId }: Item,
  end: End,
  { change, same, words }: { change: (recipe: Recipe, size: Size) => Recipe; same: string; words: string },
): Promise<void> {
  const { version, revision, recipe, photo } = await shownVersion(photoId);
  if (!recipe) return end(database(), tooLong());
  const after = change(recipe, [photo.width, photo.height]);
  if (after === recipe) return end(database(), { state: "left", words: same });
  await saveRevision(version.id, revision, after, {
    batchId,
    beside: (tx, number) => end(tx, { state: "done", words, versionId: version.id, before: revision, after: number }),
  });
}

const ACTIONS: { readonly [K in BatchAction["kind"]]: Act<Extract<BatchAction, { kind: K }>> } = {
  "true-up": async ({ batchId, photoId }, end, signal, { brackets = [] }) => {
    const { version, revision, recipe } = await shownVersion(photoId);
    if (!recipe || laidCourses(recipe).length > 0)
      return end(database(), { state: "left", words: say("it has been worked on already") });
    // The exposures of a bracket are held alike: all take what its middle one is given.
    const looked = brackets.find((b) => b.includes(photoId))?.[0] ?? photoId;
    const { found: alone, projection } = await proposedFor(looked, recipe.camera, signal);
    const left = (words: string) => end(database(), { state: "left", words });
    if (projection) return left(say("it says that it was stitched"));
    if (!alone) return left(say("too little in it is straight"));
    const several = await batchLens(batchId, looked, alone.proposal, signal);
    const found = several ? (await proposedFor(looked, recipe.camera, signal, several.lens)).found! : alone;
    const { answers, why } = found.judgement;
    const first = answers[0]!;
    const words = [
      put(whyWords(why, first)),
      ...(several ? [say("Its lens is told by {count} photos together.", { count: several.count })] : []),
    ].join(" ");
    if (first.key === "as-shot") return left(words);
    const after = takeAnswer(first).apply(recipe);
    await saveRevision(version.id, revision, after, {
      batchId,
      beside: async (tx, number) => {
        const review = reviewOf(found.proposal, first);
        await end(tx, { state: "done", words, review, versionId: version.id, before: revision, after: number });
      },
    });
  },
  reset: (item, end) =>
    saveChanged(item, end, {
      change: (recipe) => (laidCourses(recipe).length === 0 ? recipe : { ...emptyRecipe(), camera: recipe.camera }),
      same: say("nothing was done to it"),
      words: say("reset"),
    }),
  carry: async (item, end, _signal, { versionId, courses }) => {
    const { recipe, photo } = await openVersion(versionId);
    if (recipe instanceof RawJson) return end(database(), tooLong());
    if (photo.id === item.photoId)
      return end(database(), { state: "left", words: say("it is where they are carried from") });
    const carrying = carryCourses(recipe, courses);
    await saveChanged(item, end, {
      change: (own, size) => edited(own, carrying, size),
      same: say("it had them already"),
      words: put(carrying.label),
    });
  },
  switch: (item, end, _signal, { course, on }) => {
    const title = COURSES[SWITCHED.indexOf(course)]!.name;
    const switching = switchCourse(course, title, on);
    return saveChanged(item, end, {
      change: (own, size) => {
        const after = edited(own, switching, size);
        return own[course].on === on ? own : after;
      },
      same: on ? say("it was in already") : say("it was out already"),
      words: put(switching.label),
    });
  },
  blend: ({ photoId }, end, signal, { brackets }) =>
    blendBracket(photoId, brackets.find(([first]) => first === photoId)?.slice(1) ?? [], end, signal),
  "new-version": async ({ photoId }, end) => {
    const { recipe } = await shownVersion(photoId);
    if (!recipe) return end(database(), tooLong());
    await createVersion(photoId, recipe, async (tx, made) => {
      const words = say("version {name}", { name: made.name });
      await end(tx, { state: "done", words, versionId: made.id, before: 0, after: 1 });
    });
  },
};
