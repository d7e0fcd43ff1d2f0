import { z } from "zod";
import { COURSES, type CourseKey } from "../recipe";

const id = z.uuid();
/** A moment in ISO 8601. */
const moment = z.iso.datetime();
const count = z.number().int().nonnegative();
const bytes = z.number().nonnegative();

export const versionAnswer = z.object({
  id,
  name: z.string(),
  createdAt: moment,
  note: z.string(),
  /** Whether it is the one to deliver. */
  chosen: z.boolean(),
});
export type Version = z.output<typeof versionAnswer>;

export const photoAnswer = z.object({
  id,
  assignmentId: id,
  sha256: z.string().length(64),
  name: z.string(),
  bytes,
  format: z.string(),
  width: z.number().int().positive(),
  height: z.number().int().positive(),
  bits: z.number().int().positive(),
  camera: z.string().nullable(),
  lens: z.string().nullable(),
  focalMm: z.number().nullable(),
  equivalentMm: z.number().nullable(),
  aperture: z.number().nullable(),
  /** Stops of light against one second at f/1 and ISO 100. */
  exposure: z.number().nullable(),
  /** EXIF orientation the file is stored under; width and height are those as displayed. */
  orientation: z.number().int().min(1).max(8),
  takenAt: moment.nullable(),
  /** How many exposures it was blended from; null: it was taken as it is. */
  blended: z.number().int().nullable(),
});
export type Photo = z.output<typeof photoAnswer>;

/** A bracket that a photo is of. */
export const bracketState = z.object({
  id,
  /** Exposures of it. */
  count,
  /** Whether the pictures show that one tripod position took them. */
  together: z.boolean(),
  /** Each is corrected for itself, by somebody's wish. */
  apart: z.boolean(),
});
export type BracketState = z.output<typeof bracketState>;

export const courseKey = z.enum(COURSES.map((c) => c.key) as [CourseKey, ...CourseKey[]]);

/** How far a photo is: nothing done, nothing done but an answer found, corrected among many and to be looked at, corrected, corrected otherwise since it was delivered, delivered as it is. */
export const PHOTO_STATES = ["new", "proposed", "review", "trued", "changed", "delivered"] as const;
export type PhotoState = (typeof PHOTO_STATES)[number];

export const photoOnBoard = photoAnswer.extend({
  versions: z.array(versionAnswer),
  /** What its bracket was found to be; null: it is of none, or nobody has looked yet. */
  bracket: bracketState.nullable(),
  /** The version to deliver, its newest state, and how far that is; null without a version. */
  shown: z
    .object({
      versionId: id,
      revision: count,
      state: z.enum(PHOTO_STATES),
      deliveredAt: moment.nullable(),
      /** Why a person should look at it, in words; and the batch that says so. */
      review: z.array(z.string()),
      reviewIn: id.nullable(),
      /** What it comes to (core/answers Figures); null while that is not measured. */
      figures: z
        .object({
          /** Degrees; null where no edge is known. */
          outOfTrue: z.number().nullable(),
          /** Times. */
          stretch: z.number(),
          /** Shares, 0…1. */
          kept: z.number(),
          madeUp: z.number(),
        })
        .nullable(),
    })
    .nullable(),
  laid: z.array(courseKey),
  /** Versions whose recipe this program cannot read, by name. */
  unreadable: z.array(z.string()),
});
export type PhotoOnBoard = z.output<typeof photoOnBoard>;
