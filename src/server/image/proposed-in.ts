import { createHash } from "node:crypto";
import { readFile, writeFile } from "node:fs/promises";
import { groundsOf, judged, shownOf } from "@/core/answers";
import type { Proposed } from "@/core/contract";
import type { Size } from "@/core/geometry";
import type { FocalObservation } from "@/core/own-edges";
import type { Recipe } from "@/core/recipe";
import { exists, originalPath, proposedPath, writeWhole } from "../files/store";
import { greenLight } from "./luminance";
import { smallPicture } from "./small-picture";

export interface ProposedOrder {
  readonly sha256: string;
  readonly size: Size;
  /** What metadata or a person tells of the focal length, pixels. */
  readonly focal: FocalObservation | null;
  /** What is corrected. */
  readonly start: Recipe;
}

/** Raised when the same photo would be answered otherwise: what was kept before is found anew. */
const EDITION = 1;

/** The name under which what an order comes to is kept. */
const keyOf = ({ size, focal, start }: ProposedOrder): string =>
  createHash("sha256")
    .update(JSON.stringify([EDITION, size, focal, start]))
    .digest("hex")
    .slice(0, 24);

/** What a photo proposes, judged; kept for the next time. Runs in a hand. @throws Problem 422 for a damaged file. */
export async function proposedIn(order: ProposedOrder): Promise<Proposed["found"]> {
  const target = proposedPath(order.sha256, keyOf(order));
  if (await exists(target)) return JSON.parse(await readFile(target, "utf8")) as Proposed["found"];
  const file = originalPath(order.sha256);
  const proposal = groundsOf(await greenLight(file), 1, order.focal);
  const { size, start } = order;
  const found = proposal && {
    proposal,
    judgement: judged({ proposal, shown: shownOf(await smallPicture(file), size), size, start }),
  };
  await writeWhole(target, async (temporary) => writeFile(temporary, JSON.stringify(found)));
  return found;
}
