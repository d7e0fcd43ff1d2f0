import { say } from "@/language";
import type { z } from "zod";
import {
  type Border,
  ENDPOINTS,
  type DeliveryOptions,
  type Endpoint,
  type Health,
  type StatedCamera,
  refusalAnswer,
} from "@/core/contract";
import type { Recipe } from "@/core/recipe";

export type {
  Assignment,
  AssignmentFrames,
  Batch,
  Delivery,
  DeliveryOptions as DeliveryOrder,
  DeliverySet,
  Health,
  KeptProfile,
  Measured,
  OpenedVersion,
  OwnLens,
  Photo,
  PhotoOnBoard,
  SavedRecipe,
  SavedRevision,
  StatedCamera,
  Version,
} from "@/core/contract";

/** What the server answered when it refused; the message is a sentence for people. */
export class ServerRefusal extends Error {
  override readonly name = "ServerRefusal";

  constructor(
    readonly status: number,
    message: string,
    readonly details: unknown,
  ) {
    super(message);
  }
}

/** An answer by the contract. @throws Error where it is another: the page and the server are not of one version. */
function checked<B extends z.ZodType>(answer: B, json: unknown, path: string): z.output<B> {
  const read = answer.safeParse(json);
  if (read.success) return read.data;
  const [issue] = read.error.issues;
  console.error(`${path}: ${issue?.path.join(".")}: ${issue?.message}`);
  throw new Error(say("The server's answer is not what this page expects. Reload the page; what is saved is safe."));
}

/** Asks the server. @throws ServerRefusal, or TypeError when the server cannot be reached. */
async function call<A extends z.ZodType, B extends z.ZodType>(
  { method, path, answer }: Endpoint<A, B>,
  {
    id = "",
    number,
    query = "",
    json,
    signal,
  }: { id?: string; number?: number; query?: string; json?: z.input<A>; signal?: AbortSignal } = {},
): Promise<z.output<B>> {
  const response = await fetch(path.replace("{id}", id).replace("{number}", `${number}`) + query, {
    method,
    ...(signal ? { signal } : {}),
    ...(json === undefined ? {} : { body: JSON.stringify(json), headers: { "content-type": "application/json" } }),
  });
  const told: unknown = await response.json().catch(() => null);
  if (!response.ok) {
    const { error, details } = refusalAnswer.safeParse(told).data ?? {};
    throw new ServerRefusal(
      response.status,
      error ?? say("The server answered {status}.", { status: response.status }),
      details,
    );
  }
  return checked(answer, told, path);
}

type Asked<K extends keyof typeof ENDPOINTS> = z.input<(typeof ENDPOINTS)[K]["asked"]>;

export const api = {
  assignments: () => call(ENDPOINTS.assignments),
  createAssignment: (name: string) => call(ENDPOINTS.createAssignment, { json: { name } }),
  changeAssignment: (id: string, json: Asked<"changeAssignment">) => call(ENDPOINTS.changeAssignment, { id, json }),
  sets: (assignmentId: string) => call(ENDPOINTS.sets, { id: assignmentId }),
  createSet: (assignmentId: string, json: Asked<"createSet">) => call(ENDPOINTS.createSet, { id: assignmentId, json }),
  stopSet: (id: string) => call(ENDPOINTS.stopSet, { id, json: { cancelled: true } }),
  batches: (assignmentId: string) => call(ENDPOINTS.batches, { id: assignmentId }),
  createBatch: (assignmentId: string, json: Asked<"createBatch">) =>
    call(ENDPOINTS.createBatch, { id: assignmentId, json }),
  changeBatch: (id: string, json: Asked<"changeBatch">) => call(ENDPOINTS.changeBatch, { id, json }),
  changeBracket: (id: string, apart: boolean) => call(ENDPOINTS.changeBracket, { id, json: { apart } }),
  photos: (assignmentId: string) => call(ENDPOINTS.photos, { id: assignmentId }),
  /** So many of a visit's photos, after one of them. @param after its id; null: the first. */
  photosAfter: (assignmentId: string, after: string | null, count: number) =>
    call(ENDPOINTS.photos, { id: assignmentId, query: `?count=${count}${after === null ? "" : `&after=${after}`}` }),
  namesake: (assignmentId: string, json: Asked<"namesakes">) => call(ENDPOINTS.namesakes, { id: assignmentId, json }),
  changePhoto: (id: string, json: Asked<"changePhoto">) => call(ENDPOINTS.changePhoto, { id, json }),
  inTheFile: (photoId: string) => call(ENDPOINTS.inTheFile, { id: photoId }),
  /** Takes seconds the first time. @throws the signal's reason when given up. */
  proposed: (photoId: string, { focalPx, focalFrom }: Recipe["camera"], signal: AbortSignal) =>
    call(ENDPOINTS.proposed, { id: photoId, json: { focalPx, focalFrom }, signal }),
  /** Takes seconds. @throws the signal's reason when given up. */
  ownLens: (photoId: string, signal: AbortSignal) => call(ENDPOINTS.ownLens, { id: photoId, signal }),
  /** Takes seconds. @throws the signal's reason when given up. */
  fill: (photoId: string, recipe: Recipe, signal: AbortSignal, ready = false) =>
    call(ENDPOINTS.fill, { id: photoId, json: { recipe, ...(ready && { ready }) }, signal }),
  version: (id: string) => call(ENDPOINTS.version, { id }),
  createVersion: (photoId: string, recipe?: Recipe) => call(ENDPOINTS.createVersion, { id: photoId, json: { recipe } }),
  changeVersion: (id: string, json: Asked<"changeVersion">) => call(ENDPOINTS.changeVersion, { id, json }),
  saveRevision: (versionId: string, base: number, recipe: Recipe, token: string) =>
    call(ENDPOINTS.saveRevision, { id: versionId, json: { base, recipe, token } }),
  /** States of a version, the newest first. @param before a number: those before it. */
  revisions: (versionId: string, before: number | null) =>
    call(ENDPOINTS.revisions, { id: versionId, query: before === null ? "" : `?before=${before}` }),
  /** The recipe of one state. */
  revision: (versionId: string, number: number) => call(ENDPOINTS.revision, { id: versionId, number }),
  deliveries: (versionId: string) => call(ENDPOINTS.deliveries, { id: versionId }),
  deliver: (versionId: string, order: DeliveryOptions) => call(ENDPOINTS.deliver, { id: versionId, json: order }),
  repeatDelivery: (id: string) => call(ENDPOINTS.changeDelivery, { id, json: { again: true } }),
  cancelDelivery: (id: string) => call(ENDPOINTS.changeDelivery, { id, json: { cancelled: true } }),
  keptSets: () => call(ENDPOINTS.keptSets),
  keepSet: (json: Asked<"keepSet">) => call(ENDPOINTS.keepSet, { json }),
  changeKeptSet: (id: string, json: Asked<"changeKeptSet">) => call(ENDPOINTS.changeKeptSet, { id, json }),
  savedRecipes: () => call(ENDPOINTS.savedRecipes),
  saveRecipe: (json: Asked<"saveRecipe">) => call(ENDPOINTS.saveRecipe, { json }),
  changeSavedRecipe: (id: string, json: Asked<"changeSavedRecipe">) => call(ENDPOINTS.changeSavedRecipe, { id, json }),
  profiles: () => call(ENDPOINTS.profiles),
  keepProfile: (document: unknown) => call(ENDPOINTS.keepProfile, { json: { document } }),
  changeProfile: (id: string, json: Asked<"changeProfile">) => call(ENDPOINTS.changeProfile, { id, json }),
  /** Takes a profile on every photo of the assignment with that lens whose Lens course is untouched. */
  takeProfile: (assignmentId: string, profileId: string, lens: string, except: string) =>
    call(ENDPOINTS.takeProfileForAll, { id: assignmentId, json: { profileId, lens, except } }),
  calibrate: (assignmentId: string, order: Asked<"calibrate">) =>
    call(ENDPOINTS.calibrate, { id: assignmentId, json: order }),
  statedCamera: (camera: string) => call(ENDPOINTS.statedCamera, { query: `?camera=${encodeURIComponent(camera)}` }),
  stateCamera: (stated: StatedCamera) => call(ENDPOINTS.stateCamera, { json: stated }),
  changeDeleted: (what: "photo" | "assignment" | "version", id: string, deleted: boolean): Promise<unknown> =>
    what === "photo"
      ? api.changePhoto(id, { deleted })
      : what === "version"
        ? api.changeVersion(id, { deleted })
        : api.changeAssignment(id, { deleted }),
  /** Also an answer of 503 is an account. @throws TypeError when the app cannot be reached. */
  health: async (): Promise<Health> => {
    const { path, answer } = ENDPOINTS.health;
    return checked(answer, await (await fetch(path, { cache: "no-store" })).json(), path);
  },
};

export const previewUrl = (sha256: string, level: "thumb" | "bench" | "close"): string =>
  `/api/previews/${sha256}/${level}`;
export const tileUrl = (sha256: string, column: number, row: number): string =>
  `/api/previews/${sha256}/tiles/${column}/${row}`;
/** A version's picture as one of its states corrects it, small. */
export const stateUrl = (versionId: string, revision: number): string =>
  `/api/versions/${versionId}/revisions/${revision}/picture`;
/** The strip along one border of a version's state, at full size. */
export const borderUrl = (versionId: string, revision: number, border: Border): string =>
  `/api/versions/${versionId}/revisions/${revision}/borders/${border}`;
export const zipUrl = (setId: string): string => `/api/sets/${setId}/zip`;
/** Where the pictures beside a delivery are: what of it is made up, and how sure that is. */
export const maskUrl = (id: string, which: "mask" | "doubt"): string => `/api/deliveries/${id}/${which}`;
export const deliveryUrl = (id: string): string => `/api/deliveries/${id}/file`;
