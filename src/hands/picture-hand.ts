import path from "node:path";
import { fileURLToPath } from "node:url";
import { sayError } from "@/language";
import { trialsBeside } from "@/server/render/trial-beside";
import "@/server/running/language";
import { RecipeError } from "@/core/recipe";
import { checkRecipe } from "@/server/versions/checked-recipe";
import { Problem } from "@/server/problem";
import { type BoardOrder, makeBoardPicture } from "@/server/image/shown/board-picture";
import { type BlendOrder, blendFiles } from "@/server/image/blend";
import { makeBorderStrips } from "@/server/image/shown/border-strips";
import { calibrateFiles, type ChartOrder } from "@/server/image/calibrate-files";
import { serveTasks } from "@/server/hands/serve";
import { type FillOrder, makeFill, makeFillTiles } from "@/server/image/fills/kept-fills";
import { deliveredFrom } from "@/server/image/reading/delivered-from";
import { type FiguresOrder, figuresIn } from "@/server/image/figures-in";
import { inspect } from "@/server/image/reading/inspect";
import { sniffFile } from "@/server/image/reading/kinds";
import { type PreviewLevel, firstPreviews, makePreview } from "@/server/image/shown/preview";
import { type ProposedOrder, proposedIn } from "@/server/image/proposed-in";
import { type PositionOrder, onePosition } from "@/server/image/one-position";
import { type OwnLensOrder, ownLensIn } from "@/server/image/own-lens-in";
import { makeTiles } from "@/server/image/shown/tiles";

/** Fills of smaller photos are planned sooner than a thread begins, and where several are made it takes from the others, pixels. */
const LEAST_BESIDE = 1e6;
/** The trials of larger fills are planned beside them. */
const beside = trialsBeside(path.join(path.dirname(fileURLToPath(import.meta.url)), "trial-thread.mjs"));

/**
 * A process in which the app has pictures looked at (server/image/desks.ts): what a broken or hostile file does to a
 * decoder, it does here, under limits of time and memory.
 */
serveTasks({
  /** An upload: sniffed, then every pixel looked at while what the Bench shows first is made. */
  arrive: async ({ file, name, sha256 }: { file: string; name: string; sha256: string }) => {
    await sniffFile(file);
    const previews = firstPreviews({ sha256, file });
    try {
      return await inspect(file, name);
    } finally {
      await previews;
    }
  },
  delivered: ({ file }: { file: string }) => deliveredFrom(file),
  preview: ({ sha256, level }: { sha256: string; level: PreviewLevel }) => makePreview(sha256, level),
  tiles: ({ sha256 }: { sha256: string }) => makeTiles(sha256),
  fill: ({ order, size }: { order: FillOrder; size: [number, number] }, hooks) =>
    makeFill(order, size, { ...hooks, ...(beside && size[0] * size[1] > LEAST_BESIDE && { beside }) }),
  fillTiles: ({ sha256, key, size }: { sha256: string; key: string; size: [number, number] }) =>
    makeFillTiles(sha256, key, size),
  recipe: async ({ text, isNew }: { text: string; isNew: boolean }) => {
    try {
      return checkRecipe(text, isNew);
    } catch (error) {
      if (error instanceof RecipeError) throw new Problem(422, sayError(error));
      throw error;
    }
  },
  board: (order: BoardOrder) => makeBoardPicture(order),
  blend: ({ files, reference, target }: BlendOrder) => blendFiles(files, reference, target),
  borders: (order: BoardOrder) => makeBorderStrips(order),
  figures: (order: FiguresOrder) => figuresIn(order),
  propose: (order: ProposedOrder) => proposedIn(order),
  onePosition: (order: PositionOrder) => onePosition(order),
  ownLens: (order: OwnLensOrder) => ownLensIn(order),
  calibrate: (order: ChartOrder) => calibrateFiles(order),
});
