import { sql } from "drizzle-orm";
import {
  bigint,
  boolean,
  check,
  index,
  integer,
  jsonb,
  pgEnum,
  pgTable,
  primaryKey,
  real,
  text,
  uuid,
} from "drizzle-orm/pg-core";
import {
  type BatchAction,
  type DeliveryFormat,
  type DeliveryOptions,
  FORMATS,
  type ItemState,
  type SetOutput,
} from "@/core/contract";
import { assignments, created, moment, photos, revisions } from "./schema";

/** What is to be made and done, and who does it: deliveries, batches, workers. */
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

/** Outputs and names of files kept under a name, for all visits. */
export const keptSets = pgTable("kept_sets", {
  id: uuid("id").primaryKey().defaultRandom(),
  name: text("name").notNull().unique(),
  outputs: jsonb("outputs").$type<SetOutput[]>().notNull(),
  pattern: text("pattern").notNull(),
  createdAt: created(),
  deletedAt: moment("deleted_at"),
});

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
    /** When a person looked at it and found it good. */
    reviewedAt: moment("reviewed_at"),
  },
  (t) => [
    primaryKey({ columns: [t.batchId, t.photoId] }),
    check("batch_items_state", sql`${t.state} in ('waiting', 'done', 'left', 'failed', 'undone')`),
  ],
);

/** Exposures that follow each other like a bracket, and whether the pictures show that one tripod position took them. */
export const brackets = pgTable("brackets", {
  id: uuid("id").primaryKey().defaultRandom(),
  assignmentId: uuid("assignment_id")
    .notNull()
    .references(() => assignments.id, { onDelete: "cascade" }),
  together: boolean("together").notNull(),
  /** Somebody wants each corrected for itself. */
  apart: boolean("apart").notNull().default(false),
  createdAt: created(),
});

export const bracketPhotos = pgTable(
  "bracket_photos",
  {
    photoId: uuid("photo_id")
      .primaryKey()
      .references(() => photos.id, { onDelete: "cascade" }),
    bracketId: uuid("bracket_id")
      .notNull()
      .references(() => brackets.id, { onDelete: "cascade" }),
  },
  (t) => [index("bracket_photos_by_bracket").on(t.bracketId)],
);

/** What a state comes to in numbers (core/answers Figures); made anew from it at any time. */
export const stateFigures = pgTable("state_figures", {
  revisionId: bigint("revision_id", { mode: "number" })
    .primaryKey()
    .references(() => revisions.id, { onDelete: "cascade" }),
  /** Degrees; null where no edge is known. */
  outOfTrue: real("out_of_true"),
  stretch: real("stretch").notNull(),
  kept: real("kept").notNull(),
  madeUp: real("made_up").notNull(),
});

/** Workers that were there lately, each with its last sign of life. */
export const workers = pgTable("workers", {
  name: text("name").primaryKey(),
  /** The names under which it holds background work. */
  jobNames: text("job_names").array().notNull().default([]),
  startedAt: moment("started_at").notNull().defaultNow(),
  seenAt: moment("seen_at").notNull().defaultNow(),
});

export type KeptSetRow = typeof keptSets.$inferSelect;
export type DeliveryRow = typeof deliveries.$inferSelect;
export type BatchRow = typeof batches.$inferSelect;
export type BatchItemRow = typeof batchItems.$inferSelect;
