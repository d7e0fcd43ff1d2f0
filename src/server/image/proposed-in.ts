import { createHash } from "node:crypto";
import { readFile, writeFile } from "node:fs/promises";
import { type Habit, type HouseStyle, type Shown, groundsOf, horizonGrounds, judged, shownOf } from "@/core/answers";
import type { Proposed } from "@/core/contract";
import type { Size } from "@/core/geometry";
import { METADATA_SIGMA, type OwnProposal } from "@/core/own-edges";
import type { Recipe } from "@/core/recipe";
import { exists, originalPath, proposedPath, writeWhole } from "../files/store";
import { greenLight } from "./reading/luminance";
import { smallPicture } from "./reading/small-picture";

/** What is corrected; a focal length that its camera or a person told is an observation beside the edges. */
export interface ProposedAsked {
  readonly size: Size;
  readonly start: Recipe;
  readonly style?: HouseStyle;
  /** What the last photos of the visit were given alike. */
  readonly habit?: Habit | null;
  /** The lens that several photos at its setting tell together, instead of its own. */
  readonly lens?: OwnProposal["lens"];
}

/** What a photo tells, and shows: all that answers are judged by. */
interface Told {
  readonly proposal: OwnProposal | null;
  readonly shown: Shown;
}

async function toldBy(file: string, { size, start }: ProposedAsked): Promise<Told> {
  const { focalPx, focalFrom } = start.camera;
  const told = focalPx !== null && (focalFrom === "metadata" || focalFrom === "stated");
  const focal = told ? { focalPx, sigma: METADATA_SIGMA } : null;
  // Each is read on a core of its own.
  const [light, small] = await Promise.all([greenLight(file), smallPicture(file)]);
  const shown = shownOf(small, size);
  return { proposal: groundsOf(light, 1, focal) ?? horizonGrounds(light, 1, focal, shown), shown };
}

function judgedBy(
  { proposal: own, shown }: Told,
  { size, start, style, habit, lens }: ProposedAsked,
): Proposed["found"] {
  const proposal = own && lens ? { ...own, lens } : own;
  return (
    proposal && {
      proposal,
      judgement: judged({ proposal, shown, size, start, ...(style && { style }), habit: habit ?? null }),
    }
  );
}

/** The answers for a photo's file; null where nothing in it tells how the camera was held. @throws Problem 422 for a damaged file. */
export const proposedBy = async (file: string, asked: ProposedAsked): Promise<Proposed["found"]> =>
  judgedBy(await toldBy(file, asked), asked);

export interface ProposedOrder extends ProposedAsked {
  readonly sha256: string;
}

/** Raised when the same photo would be answered otherwise: what was kept before is found anew. */
const EDITION = 5;

/** The name under which what something comes to is kept. */
const keyOf = (...what: unknown[]): string =>
  createHash("sha256")
    .update(JSON.stringify([EDITION, ...what]))
    .digest("hex")
    .slice(0, 24);

/** What is kept under a key, or is made and kept now. */
async function kept<T>(sha256: string, key: string, make: () => Promise<T>): Promise<T> {
  const target = proposedPath(sha256, key);
  if (await exists(target)) return JSON.parse(await readFile(target, "utf8")) as T;
  const made = await make();
  await writeWhole(target, async (temporary) => writeFile(temporary, JSON.stringify(made)));
  return made;
}

/** The name under which what a photo tells is kept: it hangs on the camera that it began with. */
const toldKey = ({ size, start }: Pick<ProposedAsked, "size" | "start">): string => keyOf("told", size, start.camera);

/** What a photo's own edges say, where that was found before. */
export async function toldBefore(order: Pick<ProposedOrder, "sha256" | "size" | "start">): Promise<OwnProposal | null> {
  const file = proposedPath(order.sha256, toldKey(order));
  return (await exists(file)) ? (JSON.parse(await readFile(file, "utf8")) as Told).proposal : null;
}

/**
 * What a kept photo proposes; kept itself for the next time. What the picture tells takes seconds and does not depend on the
 * visit; it is kept apart, so that another style or habit is judged at once. Runs in a hand. @throws Problem 422 for a damaged file.
 */
export async function proposedIn(order: ProposedOrder): Promise<Proposed["found"]> {
  const { sha256, size, start, style, habit, lens } = order;
  return kept(sha256, keyOf("answers", size, start, style ?? null, habit ?? null, ...(lens ? [lens] : [])), async () =>
    judgedBy(await kept(sha256, toldKey(order), () => toldBy(originalPath(sha256), order)), order),
  );
}
