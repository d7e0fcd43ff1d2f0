import { sql } from "drizzle-orm";
import {
  bigint,
  boolean,
  check,
  integer,
  jsonb,
  pgTable,
  text,
  timestamp,
  uuid,
  unique,
  uniqueIndex,
  doublePrecision,
  bigserial,
} from "drizzle-orm/pg-core";
import type { AssignmentFrames, Captions } from "@/core/contract";
import type { VisitStyle } from "@/core/answers";
import type { LensProfile } from "@/core/lens";
import type { CourseKey, Recipe } from "@/core/recipe";

export const moment = (name: string) => timestamp(name, { withTimezone: true, mode: "date" });
export const created = () => moment("created_at").notNull().defaultNow();

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
    /** What its deliveries say of themselves; what is not there is not said. */
    captions: jsonb("captions").$type<Partial<Captions>>().notNull().default({}),
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
    /** Stops of light, see core/brackets exposureOf; photos that came before it was kept have none. */
    exposure: doublePrecision("exposure"),
    takenAt: moment("taken_at"),
    /** The first answer that was found for it (core/answers ANSWERS), or "none"; null: none was looked for. */
    proposed: text("proposed"),
    /** How many exposures it was blended from; null: it was taken as it is. */
    blended: integer("blended"),
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

export type StatedCameraRow = typeof statedCameras.$inferSelect;
export type SavedRecipeRow = typeof savedRecipes.$inferSelect;
export type LensProfileRow = typeof lensProfiles.$inferSelect;
export type AssignmentRow = typeof assignments.$inferSelect;
export type PhotoRow = typeof photos.$inferSelect;
export type VersionRow = typeof versions.$inferSelect;
export type RevisionRow = typeof revisions.$inferSelect;
