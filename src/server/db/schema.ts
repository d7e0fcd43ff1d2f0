import { sql } from "drizzle-orm";
import {
  bigint,
  bigserial,
  boolean,
  check,
  doublePrecision,
  index,
  integer,
  jsonb,
  pgEnum,
  pgTable,
  primaryKey,
  real,
  text,
  timestamp,
  unique,
  uniqueIndex,
  uuid,
} from "drizzle-orm/pg-core";
import {
  type AssignmentFrames,
  type BatchAction,
  type ItemState,
  type DeliveryOptions,
  type DeliveryFormat,
  FORMATS,
} from "@/core/contract";
import type { VisitStyle } from "@/core/answers";
import type { LensProfile } from "@/core/lens";
import type { CourseKey, Recipe } from "@/core/recipe";

const moment = (name: string) => timestamp(name, { withTimezone: true, mode: "date" });
const created = () => moment("created_at").notNull().defaultNow();

/** One visit to one property. Deleting only marks it, so that it can be taken back. */
export const assignments = pgTable(
  "assignments",
  {
    id: uuid("id").primaryKey().defaultRandom(),
    name: text("name").notNull(),
    /** Ratios and sizes that its pictures are framed and delivered at. */
    frames: jsonb("frames").$type<AssignmentFrames>().notNull().default({ ratios: [], sizes: [] }),
    /** How its pictures are corrected; what is not said is as it is without a style. */
    style: jsonb("style").$type<Partial<VisitStyle>>().notNull().default({}),
    createdAt: created(),
    deletedAt: moment("deleted_at"),
  },
  (t) => [check("assignments_name", sql`length(trim(${t.name})) between 1 and 200`)],
);

/** An original file within an assignment; width and height are those after EXIF orientation. */
export const photos = pgTable(
  "photos",
  {
    id: uuid("id").primaryKey().defaultRandom(),
    assignmentId: uuid("assignment_id")
      .notNull()
      .references(() => assignments.id, { onDelete: "cascade" }),
    sha256: text("sha256").notNull(),
    name: text("name").notNull(),
    bytes: bigint("bytes", { mode: "number" }).notNull(),
    format: text("format").notNull(),
    width: integer("width").notNull(),
    height: integer("height").notNull(),
    bits: integer("bits").notNull(),
    /** EXIF's; what a lens does has directions, which lie on the sensor. */
    orientation: integer("orientation").notNull().default(1),
    camera: text("camera"),
    lens: text("lens"),
    focalMm: doublePrecision("focal_mm"),
    equivalentMm: doublePrecision("equivalent_mm"),
    aperture: doublePrecision("aperture"),
    takenAt: moment("taken_at"),
    createdAt: created(),
    deletedAt: moment("deleted_at"),
  },
  (t) => [
    check("photos_sha256", sql`${t.sha256} ~ '^[0-9a-f]{64}$'`),
    check("photos_orientation", sql`${t.orientation} between 1 and 8`),
    check("photos_size", sql`${t.width} > 0 and ${t.height} > 0 and ${t.bytes} > 0`),
    uniqueIndex("photos_once")
      .on(t.assignmentId, t.sha256)
      .where(sql`${t.deletedAt} is null`),
  ],
);

export const versions = pgTable(
  "versions",
  {
    id: uuid("id").primaryKey().defaultRandom(),
    photoId: uuid("photo_id")
      .notNull()
      .references(() => photos.id, { onDelete: "cascade" }),
    name: text("name").notNull(),
    /** What somebody noted of it. */
    note: text("note").notNull().default(""),
    /** The one to deliver; at most one of a photo. */
    chosen: boolean("chosen").notNull().default(false),
    /** Where it stands among the photo's versions; those of one place by their age. */
    position: integer("position").notNull().default(0),
    createdAt: created(),
    /** Deleted ones are kept, so that they can be brought back. */
    deletedAt: moment("deleted_at"),
  },
  (t) => [
    uniqueIndex("versions_name")
      .on(t.photoId, t.name)
      .where(sql`${t.deletedAt} is null`),
  ],
);

/** Append-only: every save is a row, the current recipe of a version is the one with the highest number. */
export const revisions = pgTable(
  "revisions",
  {
    id: bigserial("id", { mode: "number" }).primaryKey(),
    versionId: uuid("version_id")
      .notNull()
      .references(() => versions.id, { onDelete: "cascade" }),
    number: integer("number").notNull(),
    recipe: jsonb("recipe").$type<Recipe>().notNull(),
    /** Courses that the recipe settles, for boards; null where that could not be told. */
    laid: text("laid").array().$type<CourseKey[]>(),
    /** The sender's own mark, by which it knows a save again whose answer was lost. */
    token: uuid("token"),
    createdAt: created(),
  },
  (t) => [
    unique("revisions_number").on(t.versionId, t.number),
    check("revisions_positive", sql`${t.number} > 0`),
    check("revisions_format", sql`${t.recipe}->>'format' = 'flat-stone-recipe'`),
  ],
);

export const deliveryState = pgEnum("delivery_state", ["queued", "rendering", "done", "failed", "cancelled"]);
export const deliveryFormat = pgEnum(
  "delivery_format",
  FORMATS.map((f) => f.key) as [DeliveryFormat, ...DeliveryFormat[]],
);

/** Photos of a visit that are delivered together. */
export const deliverySets = pgTable("delivery_sets", {
  id: uuid("id").primaryKey().defaultRandom(),
  assignmentId: uuid("assignment_id")
    .notNull()
    .references(() => assignments.id, { onDelete: "cascade" }),
  createdAt: created(),
});

export const deliveries = pgTable(
  "deliveries",
  {
    id: uuid("id").primaryKey().defaultRandom(),
    revisionId: bigint("revision_id", { mode: "number" })
      .notNull()
      .references(() => revisions.id, { onDelete: "cascade" }),
    state: deliveryState("state").notNull().default("queued"),
    format: deliveryFormat("format").notNull(),
    quality: integer("quality").notNull(),
    /** The other choices of how it is written; those made before there were any are empty. */
    options: jsonb("options").$type<Partial<DeliveryOptions>>().notNull().default({}),
    /** Longer side, pixels; null: as large as the recipe says. */
    long: integer("long"),
    /** The set it is of, its place there, and what its file is called. */
    setId: uuid("set_id").references(() => deliverySets.id, { onDelete: "set null" }),
    position: integer("position").notNull().default(0),
    fileName: text("file_name"),
    progress: real("progress").notNull().default(0),
    error: text("error"),
    cancelRequested: boolean("cancel_requested").notNull().default(false),
    /** Which worker holds it, and when it last gave a sign of life. */
    worker: text("worker"),
    /** How often it was begun; what ends every worker is given up. */
    attempts: integer("attempts").notNull().default(0),
    heartbeatAt: moment("heartbeat_at"),
    resultBytes: bigint("result_bytes", { mode: "number" }),
    resultWidth: integer("result_width"),
    resultHeight: integer("result_height"),
    createdAt: created(),
    finishedAt: moment("finished_at"),
  },
  (t) => [
    check("deliveries_progress", sql`${t.progress} between 0 and 1`),
    check("deliveries_quality", sql`${t.quality} between 1 and 100`),
    check(
      "deliveries_result",
      sql`${t.state} <> 'done' or (${t.resultBytes} > 0 and ${t.resultWidth} > 0 and ${t.resultHeight} > 0)`,
    ),
    index("deliveries_by_revision").on(t.revisionId),
    index("deliveries_by_set").on(t.setId),
    check("deliveries_long", sql`${t.long} between 16 and 200000`),
    index("deliveries_open")
      .on(t.createdAt)
      .where(sql`${t.state} in ('queued', 'rendering')`),
  ],
);

/** Something done to many photos of a visit. */
export const batches = pgTable("batches", {
  id: uuid("id").primaryKey().defaultRandom(),
  assignmentId: uuid("assignment_id")
    .notNull()
    .references(() => assignments.id, { onDelete: "cascade" }),
  action: jsonb("action").$type<BatchAction>().notNull(),
  /** What waited then is left as it is. */
  stopped: boolean("stopped").notNull().default(false),
  undone: boolean("undone").notNull().default(false),
  createdAt: created(),
});

/** One photo of a batch, and what came of it. */
export const batchItems = pgTable(
  "batch_items",
  {
    batchId: uuid("batch_id")
      .notNull()
      .references(() => batches.id, { onDelete: "cascade" }),
    photoId: uuid("photo_id")
      .notNull()
      .references(() => photos.id, { onDelete: "cascade" }),
    position: integer("position").notNull(),
    state: text("state").$type<ItemState>().notNull().default("waiting"),
    words: text("words").notNull().default(""),
    /** Why a person should look at it, by its key (core/answers REVIEWS). */
    review: text("review").array().notNull().default([]),
    versionId: uuid("version_id"),
    /** Numbers of the version's states before and after. */
    before: integer("before"),
    after: integer("after"),
    endedAt: moment("ended_at"),
  },
  (t) => [
    primaryKey({ columns: [t.batchId, t.photoId] }),
    check("batch_items_state", sql`${t.state} in ('waiting', 'done', 'left', 'failed', 'undone')`),
  ],
);

/** Workers that were there lately, each with its last sign of life. */
export const workers = pgTable("workers", {
  name: text("name").primaryKey(),
  /** The names under which it holds background work. */
  jobNames: text("job_names").array().notNull().default([]),
  startedAt: moment("started_at").notNull().defaultNow(),
  seenAt: moment("seen_at").notNull().defaultNow(),
});

/** Lens profiles, each one open document; several for one lens are welcome. Deleting only marks. */
export const lensProfiles = pgTable(
  "lens_profiles",
  {
    id: uuid("id").primaryKey().defaultRandom(),
    document: jsonb("document").$type<LensProfile>().notNull(),
    createdAt: created(),
    updatedAt: moment("updated_at").notNull().defaultNow(),
    deletedAt: moment("deleted_at"),
  },
  (t) => [check("lens_profiles_format", sql`${t.document}->>'format' = 'flat-stone-lens'`)],
);

/** Courses of a recipe kept under a name, for other photos. Deleting only marks. */
export const savedRecipes = pgTable(
  "saved_recipes",
  {
    id: uuid("id").primaryKey().defaultRandom(),
    name: text("name").notNull(),
    /** The courses that it is about; the others of the recipe are as they were, and are not taken. */
    courses: text("courses").array().$type<CourseKey[]>().notNull(),
    recipe: jsonb("recipe").$type<Recipe>().notNull(),
    createdAt: created(),
    deletedAt: moment("deleted_at"),
  },
  (t) => [
    check("saved_recipes_name", sql`length(trim(${t.name})) between 1 and 80`),
    check("saved_recipes_courses", sql`cardinality(${t.courses}) > 0`),
    check("saved_recipes_format", sql`${t.recipe}->>'format' = 'flat-stone-recipe'`),
  ],
);

/** Focal length and sensor stated by hand for a camera whose photos do not record them. */
export const statedCameras = pgTable(
  "stated_cameras",
  {
    /** The camera's name in the metadata, or the picture's size where there is none. */
    camera: text("camera").primaryKey(),
    focalMm: doublePrecision("focal_mm").notNull(),
    sensorMm: doublePrecision("sensor_mm").notNull(),
    updatedAt: moment("updated_at").notNull().defaultNow(),
  },
  (t) => [check("stated_cameras_sizes", sql`${t.focalMm} > 0 and ${t.sensorMm} > 0`)],
);

export type BatchRow = typeof batches.$inferSelect;
export type BatchItemRow = typeof batchItems.$inferSelect;
export type StatedCameraRow = typeof statedCameras.$inferSelect;
export type SavedRecipeRow = typeof savedRecipes.$inferSelect;
export type LensProfileRow = typeof lensProfiles.$inferSelect;
export type AssignmentRow = typeof assignments.$inferSelect;
export type PhotoRow = typeof photos.$inferSelect;
export type VersionRow = typeof versions.$inferSelect;
export type RevisionRow = typeof revisions.$inferSelect;
export type DeliveryRow = typeof deliveries.$inferSelect;
