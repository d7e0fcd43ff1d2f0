import { z } from "zod";
import { visitStyle } from "../answers";
import { profileSchema } from "../lens";
import type { Recipe } from "../recipe";
import {
  assignmentAnswer,
  assignmentFrames,
  assignmentOnBoard,
  deliveryAnswer,
  fillInfo,
  healthAnswer,
  keptProfile,
  keptRecipe,
  listedDelivery,
  measuredLens,
  openedVersion,
  ownLens,
  proposedAnswer,
  savedRecipe,
  savedRevision,
  statedCamera,
  statedLayout,
} from "./answers";
import { bracketState, courseKey, photoAnswer, photoOnBoard, versionAnswer } from "./photos";
import { batchAction, batchAnswer } from "./batches";
import { deliveryOptions } from "./delivery-options";
import { captions } from "./captions";
import { keepSet, keptSet, setAnswer, setOrder } from "./delivery-sets";

/** One way to ask the server for something. */
export interface Endpoint<A extends z.ZodType = z.ZodType, B extends z.ZodType = z.ZodType> {
  readonly method: "GET" | "POST" | "PATCH" | "PUT";
  /** With {id} where the subject's id goes. */
  readonly path: string;
  /** The request's JSON; z.undefined() where there is none. */
  readonly asked: A;
  readonly answer: B;
}

const endpoint = <A extends z.ZodType, B extends z.ZodType>(
  method: Endpoint["method"],
  path: string,
  asked: A,
  answer: B,
): Endpoint<A, B> => ({ method, path, asked, answer });

const NOTHING = z.undefined();
/** Something of the recipe's: read by readRecipe, whose sentences say what is wrong with it. */
const recipe = z.custom<Recipe>((value) => value !== undefined);
/** A profile's document: read by readProfile, for the same reason. */
const document = z.unknown();
const namedFile = z.object({ name: z.string().max(1000), bytes: z.number().int().nonnegative() });
const marks = z.number().int().min(3).max(100);

/** Every endpoint that speaks JSON. */
export const ENDPOINTS = {
  assignments: endpoint("GET", "/api/assignments", NOTHING, z.array(assignmentOnBoard)),
  createAssignment: endpoint("POST", "/api/assignments", z.object({ name: z.string() }), assignmentAnswer),
  changeAssignment: endpoint(
    "PATCH",
    "/api/assignments/{id}",
    z
      .object({
        name: z.string().optional(),
        deleted: z.boolean().optional(),
        frames: assignmentFrames.optional(),
        style: visitStyle.optional(),
        captions: captions.optional(),
      })
      .refine((c) => Object.values(c).some((v) => v !== undefined), "it changes nothing."),
    assignmentAnswer,
  ),
  /** The newest delivery sets of a visit; a set's files as one ZIP are at /api/sets/{id}/zip. */
  sets: endpoint("GET", "/api/assignments/{id}/sets", NOTHING, z.array(setAnswer)),
  createSet: endpoint("POST", "/api/assignments/{id}/sets", setOrder, setAnswer),
  stopSet: endpoint("PATCH", "/api/sets/{id}", z.object({ cancelled: z.literal(true) }), setAnswer),
  /** Outputs and names of files kept under a name; one of that name is replaced. */
  keptSets: endpoint("GET", "/api/keptsets", NOTHING, z.array(keptSet)),
  keepSet: endpoint("POST", "/api/keptsets", keepSet, keptSet),
  changeKeptSet: endpoint("PATCH", "/api/keptsets/{id}", z.object({ deleted: z.boolean() }), keptSet),
  /** The newest batches of a visit. */
  batches: endpoint("GET", "/api/assignments/{id}/batches", NOTHING, z.array(batchAnswer)),
  /** Does something to many photos of a visit; it goes on whoever watches. */
  createBatch: endpoint(
    "POST",
    "/api/assignments/{id}/batches",
    z.object({ photoIds: z.array(z.uuid()).min(1).max(5000), action: batchAction }),
    batchAnswer,
  ),
  /** Stops a batch, takes back what it did, to all or to one photo, or says that one was looked at and found good. */
  changeBatch: endpoint(
    "PATCH",
    "/api/batches/{id}",
    z.union([
      z.object({ stopped: z.literal(true) }),
      z.object({ undone: z.union([z.literal(true), z.uuid()]) }),
      z.object({ reviewed: z.uuid() }),
    ]),
    batchAnswer,
  ),
  /** Has each exposure of a bracket corrected for itself, or all as one. */
  changeBracket: endpoint("PATCH", "/api/brackets/{id}", z.object({ apart: z.boolean() }), bracketState),
  /** All of a visit's photos in the order they were taken; with ?count= so many, with &after= those after the one of that id. */
  photos: endpoint("GET", "/api/assignments/{id}/photos", NOTHING, z.array(photoOnBoard)),
  /** Photos of a visit that have the name and length of files that are to come; whether they are the same their hash tells. */
  namesakes: endpoint(
    "POST",
    "/api/assignments/{id}/namesakes",
    z.object({ files: z.array(namedFile).max(5000) }),
    z.array(namedFile.extend({ sha256: z.string() })),
  ),
  changePhoto: endpoint("PATCH", "/api/photos/{id}", z.object({ deleted: z.boolean() }), photoAnswer),
  /** What the photo's file itself says: the lens it describes, the projection it was stitched into, and how it is laid out in it. */
  inTheFile: endpoint(
    "GET",
    "/api/photos/{id}/file",
    NOTHING,
    z.object({
      document: profileSchema.nullable(),
      projection: z.string().nullable(),
      layout: statedLayout.nullable(),
    }),
  ),
  /** Looked for anew, in seconds; a request that is given up stops it. `ready`: strokes will follow. */
  ownLens: endpoint("GET", "/api/photos/{id}/lens", NOTHING, ownLens),
  /** Found in seconds, and kept; a request that is given up stops it. The focal length is what is told of it, pixels. */
  proposed: endpoint(
    "POST",
    "/api/photos/{id}/answers",
    z.object({
      focalPx: z.number().positive().max(1e7).nullable(),
      focalFrom: z.enum(["metadata", "stated", "solved", "assumed"]),
    }),
    proposedAnswer,
  ),
  /** Plans the fill of a recipe's gaps, in seconds; a request that is given up stops it. */
  fill: endpoint("POST", "/api/photos/{id}/fill", z.object({ recipe, ready: z.boolean().optional() }), fillInfo),
  version: endpoint("GET", "/api/versions/{id}", NOTHING, openedVersion),
  createVersion: endpoint("POST", "/api/photos/{id}/versions", z.object({ recipe: recipe.optional() }), versionAnswer),
  /** Names it, notes something of it, makes it the one to deliver or not, moves it by one place, deletes it or brings it back. */
  changeVersion: endpoint(
    "PATCH",
    "/api/versions/{id}",
    z.object({
      name: z.string().trim().min(1).max(40).optional(),
      note: z.string().trim().max(500).optional(),
      chosen: z.boolean().optional(),
      move: z.union([z.literal(-1), z.literal(1)]).optional(),
      deleted: z.boolean().optional(),
    }),
    versionAnswer,
  ),
  saveRevision: endpoint(
    "POST",
    "/api/versions/{id}/revisions",
    z.object({ base: z.number().int().nonnegative(), recipe, token: z.uuid() }),
    z.object({ revision: z.number().int().positive() }),
  ),
  /** States of a version, the newest first, so many at a time; ?before=NUMBER: those before that one. */
  revisions: endpoint("GET", "/api/versions/{id}/revisions", NOTHING, z.array(savedRevision)),
  /** The recipe of one state. */
  revision: endpoint("GET", "/api/versions/{id}/revisions/{number}", NOTHING, z.object({ recipe: keptRecipe })),
  deliveries: endpoint("GET", "/api/versions/{id}/deliveries", NOTHING, z.array(listedDelivery)),
  deliver: endpoint("POST", "/api/versions/{id}/deliveries", deliveryOptions, deliveryAnswer),
  changeDelivery: endpoint(
    "PATCH",
    "/api/deliveries/{id}",
    z.union([z.object({ cancelled: z.literal(true) }), z.object({ again: z.literal(true) })]),
    deliveryAnswer,
  ),
  profiles: endpoint("GET", "/api/profiles", NOTHING, z.array(keptProfile)),
  keepProfile: endpoint("POST", "/api/profiles", z.object({ document }), keptProfile),
  changeProfile: endpoint(
    "PATCH",
    "/api/profiles/{id}",
    z.object({ document: document.optional(), deleted: z.boolean().optional() }),
    keptProfile,
  ),
  /** Takes a profile on every photo of the assignment with that lens whose Lens course is untouched. */
  takeProfileForAll: endpoint(
    "POST",
    "/api/assignments/{id}/lens",
    z.object({ profileId: z.uuid(), lens: z.string().min(1), except: z.uuid().optional() }),
    z.object({ photos: z.number().int().nonnegative() }),
  ),
  calibrate: endpoint(
    "POST",
    "/api/assignments/{id}/calibrations",
    z.object({
      photoIds: z.array(z.uuid()).min(1).max(40),
      columns: marks,
      rows: marks,
      kind: z.enum(["checker", "lines"]),
    }),
    measuredLens,
  ),
  /** What was last stated for the camera that the query names. */
  statedCamera: endpoint("GET", "/api/cameras", NOTHING, statedCamera.nullable()),
  stateCamera: endpoint(
    "PUT",
    "/api/cameras",
    z.object({
      camera: z.string().trim().min(1).max(200),
      focalMm: z.number().min(1).max(5000),
      sensorMm: z.number().min(1).max(200),
    }),
    statedCamera,
  ),
  savedRecipes: endpoint("GET", "/api/recipes", NOTHING, z.array(savedRecipe)),
  saveRecipe: endpoint(
    "POST",
    "/api/recipes",
    z.object({ name: z.string().trim().min(1).max(80), courses: z.array(courseKey).min(1), recipe }),
    savedRecipe,
  ),
  changeSavedRecipe: endpoint(
    "PATCH",
    "/api/recipes/{id}",
    z.object({ name: z.string().trim().min(1).max(80).optional(), deleted: z.boolean().optional() }),
    savedRecipe,
  ),
  health: endpoint("GET", "/api/health", NOTHING, healthAnswer),
} as const;
