import { z } from "zod";
import { type Judgement, visitStyle } from "../answers";
import { captions } from "./captions";
import { outputSchema } from "../frame";
import { type Calibration, profileSchema } from "../lens";
import { RECIPE_FORMAT, type Recipe, recipeSchema } from "../recipe";
import type { OwnProposal } from "../own-edges";
import { deliveryOptions } from "./delivery-options";
import { bracketState, courseKey, photoAnswer, versionAnswer } from "./photos";

const id = z.uuid();
/** A moment in ISO 8601. */
const moment = z.iso.datetime();
const count = z.number().int().nonnegative();
const bytes = z.number().nonnegative();
const share = z.number().min(0).max(1);

/** Ratios and sizes that an assignment's pictures are framed and delivered at, as they were typed and named. */
export const assignmentFrames = z.object({
  ratios: z.array(z.string().trim().min(1).max(40)).max(40),
  sizes: z.array(z.object({ name: z.string().trim().min(1).max(60), output: outputSchema })).max(40),
});
export type AssignmentFrames = z.output<typeof assignmentFrames>;

export const assignmentAnswer = z.object({ id, name: z.string(), createdAt: moment, style: visitStyle, captions });
export const assignmentOnBoard = assignmentAnswer.extend({
  photoCount: count,
  /** SHA-256 of the first few photos. */
  covers: z.array(z.string()),
});
export type Assignment = z.output<typeof assignmentOnBoard>;

/** A recipe that the server has checked: nobody reads it through once more. */
export const keptRecipe = z.custom<Recipe>(
  (v) => typeof v === "object" && v !== null && (v as { format?: unknown }).format === RECIPE_FORMAT,
  "This is not a recipe.",
);

export const openedVersion = z.object({
  version: versionAnswer,
  photo: photoAnswer,
  assignment: z.object({ id, name: z.string(), frames: assignmentFrames, style: visitStyle }),
  siblings: z.array(versionAnswer),
  bracket: bracketState.nullable(),
  revision: count,
  token: z.string().nullable(),
  recipe: keptRecipe,
});
export type OpenedVersion = z.output<typeof openedVersion>;

/** A state of a version as it was saved. */
export const savedRevision = z.object({
  number: z.number().int().positive(),
  createdAt: moment,
  /** When it was last delivered; null where it never was. */
  deliveredAt: moment.nullable(),
});
export type SavedRevision = z.output<typeof savedRevision>;

export const keptProfile = z.object({ id, document: profileSchema });
export type KeptProfile = z.output<typeof keptProfile>;

const pair = z.tuple([z.number(), z.number()]);
const terms = z.tuple([z.number(), z.number(), z.number()]);

/** How a picture says that it was stitched (core/lens StatedLayout). */
export const statedLayout = z.object({
  model: z.enum(["cylindrical", "equirectangular"]),
  focalPx: z.number(),
  centre: pair,
  pitch: z.number(),
  roll: z.number(),
});

/** What a photo's own edges say of its lens (core/own-edges OwnSolution); nothing where they tell none. */
export const ownLens = z.object({
  seen: z
    .object({
      size: pair,
      k: terms,
      focalPx: z.number(),
      /** Deviation of the displacement at the corner, pixels. */
      sigmaCornerPx: z.number(),
      freely: z.object({ k: terms, centre: pair, covariance: z.array(z.array(z.number())) }),
    })
    .nullable(),
  /** The projection it states that it was stitched into; then no lens is looked for. */
  projection: z.string().nullable(),
});
export type OwnLens = z.output<typeof ownLens>;

const isObject = (value: unknown): boolean => typeof value === "object" && value !== null;

/** What a photo proposes, judged; null where nothing in it tells how the camera was held. */
export const proposedAnswer = z.object({
  found: z.object({ proposal: z.custom<OwnProposal>(isObject), judgement: z.custom<Judgement>(isObject) }).nullable(),
  /** The projection it states that it was stitched into, and how it says that it is laid out; then nothing is proposed. */
  projection: z.string().nullable(),
  layout: statedLayout.nullable(),
});
export type Proposed = z.output<typeof proposedAnswer>;

const calibration = z.object({
  size: pair,
  focalPx: z.number(),
  centre: pair,
  k: terms,
  p: pair,
  rmsPx: z.number(),
  sigmaFocalPx: z.number(),
  views: z.array(z.object({ rmsPx: z.number(), residuals: z.array(z.object({ at: pair, miss: pair }).nullable()) })),
}) satisfies z.ZodType<Calibration>;

/** A lens measured from charts, with a profile ready to be kept. */
export const measuredLens = calibration.extend({
  used: z.array(z.string()),
  without: z.array(z.string()),
  profile: profileSchema,
});
export type Measured = z.output<typeof measuredLens>;

/** Focal length and the sensor's longer side, mm, as last stated by hand for a camera. */
export const statedCamera = z.object({ camera: z.string(), focalMm: z.number(), sensorMm: z.number() });
export type StatedCamera = z.output<typeof statedCamera>;

export const deliveryAnswer = z.object({
  id,
  state: z.enum(["queued", "rendering", "done", "failed", "cancelled"]),
  format: deliveryOptions.shape.format,
  quality: z.number().int(),
  options: deliveryOptions.partial(),
  progress: share,
  error: z.string().nullable(),
  cancelRequested: z.boolean(),
  resultBytes: bytes.nullable(),
  resultWidth: z.number().int().nullable(),
  resultHeight: z.number().int().nullable(),
  createdAt: moment,
});

export const listedDelivery = deliveryAnswer.extend({
  /** Finished, but its file is no longer there. */
  gone: z.boolean(),
  /** A picture lies beside it that says which of its pixels are made up. */
  masked: z.boolean(),
  /** Another says how sure they are. */
  doubted: z.boolean(),
});
export type Delivery = z.output<typeof listedDelivery>;

/** Courses of a recipe kept under a name. */
export const savedRecipe = z.object({
  id,
  name: z.string(),
  courses: z.array(courseKey).min(1),
  recipe: recipeSchema,
  createdAt: moment,
});
export type SavedRecipe = z.output<typeof savedRecipe>;

/** How app, database, queue, worker and disk are; also while the database is away. */
export const healthAnswer = z.object({
  /** Everything that work needs is there. */
  ok: z.boolean(),
  app: z.object({ upSeconds: z.number(), memoryBytes: bytes }),
  /** Away: its last answer failed, or none came for some seconds; busy: it, or the app, has not come round to answering. */
  database: z.object({ ok: z.boolean(), state: z.enum(["answers", "busy", "away"]) }),
  /** null where the database cannot tell. */
  queue: z.object({ waiting: count, rendering: count, oldestSeconds: z.number().nullable() }).nullable(),
  worker: z.object({ ok: z.boolean(), count, seenSecondsAgo: z.number().nullable() }).nullable(),
  disk: z.object({ ok: z.boolean(), freeBytes: bytes, totalBytes: bytes }),
});
export type Health = z.output<typeof healthAnswer>;

/** One upload: its bytes are the request's body, so it is no endpoint of JSON. */
export const uploadAnswer = z.object({
  /** The photo was there already. */
  known: z.boolean(),
  /** It was a delivery: its recipe is a version of its original again. Null: it was none. */
  reopened: z.object({ versionId: id, photo: z.string(), version: z.string() }).nullable(),
  /** It is a delivery whose original is not in this assignment: it is kept as a photo of its own. */
  away: z.boolean(),
});
export type UploadAnswer = z.output<typeof uploadAnswer>;

/** What the server says where it refuses: a sentence for people, and what a program may want to know. */
export const refusalAnswer = z.object({ error: z.string(), details: z.unknown().optional() });

/** Something made at the edges: where it lies, and under which key its pictures are. */
const fillPart = z.object({
  key: z.string(),
  /** Pixels of the plane. */
  frame: z.tuple([z.number(), z.number(), z.number(), z.number()]),
  /** Whether its one picture is at full size; else it has tiles besides. */
  whole: z.boolean(),
});
export type FillPart = z.output<typeof fillPart>;

const place = z.tuple([z.number(), z.number()]).readonly();

/** What of a photo's picture is made: its gaps, and strokes one upon the other. */
export const fillInfo = z.object({
  /** What all of it depends on; see core/render/gaps. */
  depends: z.string(),
  gaps: fillPart.nullable(),
  strokes: z.array(fillPart.extend({ id: z.string() })),
  /** Part of the frame that is made up, and of that which could not be, 0…1. */
  filled: z.number(),
  unfilled: z.number(),
  /** What the gaps show, in cells; null where nothing is filled, or nobody can tell. See core/render/gaps/regions. */
  regions: z.object({ cell: place, columns: z.number(), rows: z.number(), kinds: z.string() }).nullable(),
  /** Places that may well be off, worst first; null where that was not tried. See core/render/gaps/doubtful. */
  doubtful: z
    .object({
      cell: place,
      places: z
        .array(
          z.object({
            cells: z.array(place).readonly(),
            share: z.number(),
            levels: z.number(),
            at: place,
            where: place,
          }),
        )
        .readonly(),
    })
    .nullable(),
});
export type FillInfo = z.output<typeof fillInfo>;
