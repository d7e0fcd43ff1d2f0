import { createHash } from "node:crypto";
import { readFile, writeFile } from "node:fs/promises";
import { type HouseStyle, groundsOf, judged, shownOf } from "@/core/answers";
import type { Proposed } from "@/core/contract";
import type { Size } from "@/core/geometry";
import { METADATA_SIGMA } from "@/core/own-edges";
import type { Recipe } from "@/core/recipe";
import { exists, originalPath, proposedPath, writeWhole } from "../files/store";
import { greenLight } from "./luminance";
import { smallPicture } from "./small-picture";

/** What is corrected; a focal length that its camera or a person told is an observation beside the edges. */
export interface ProposedAsked {
  readonly size: Size;
  readonly start: Recipe;
  readonly style?: HouseStyle;
}

/** The answers for a photo's file; null where nothing in it tells how the camera was held. @throws Problem 422 for a damaged file. */
export async function proposedBy(file: string, { size, start, style }: ProposedAsked): Promise<Proposed["found"]> {
  const { focalPx, focalFrom } = start.camera;
  const told = focalPx !== null && (focalFrom === "metadata" || focalFrom === "stated");
  const proposal = groundsOf(await greenLight(file), 1, told ? { focalPx, sigma: METADATA_SIGMA } : null);
  if (!proposal) return null;
  const shown = shownOf(await smallPicture(file), size);
  return { proposal, judgement: judged({ proposal, shown, size, start, ...(style && { style }) }) };
}

export interface ProposedOrder extends ProposedAsked {
  readonly sha256: string;
}

/** Raised when the same photo would be answered otherwise: what was kept before is found anew. */
const EDITION = 2;

/** The name under which what an order comes to is kept. */
const keyOf = ({ size, start, style }: ProposedOrder): string =>
  createHash("sha256")
    .update(JSON.stringify([EDITION, size, start, style ?? null]))
    .digest("hex")
    .slice(0, 24);

/** What a kept photo proposes; kept itself for the next time. Runs in a hand. @throws Problem 422 for a damaged file. */
export async function proposedIn(order: ProposedOrder): Promise<Proposed["found"]> {
  const target = proposedPath(order.sha256, keyOf(order));
  if (await exists(target)) return JSON.parse(await readFile(target, "utf8")) as Proposed["found"];
  const found = await proposedBy(originalPath(order.sha256), order);
  await writeWhole(target, async (temporary) => writeFile(temporary, JSON.stringify(found)));
  return found;
}
