CREATE TYPE "public"."delivery_format" AS ENUM('jpeg', 'png', 'tiff');--> statement-breakpoint
CREATE TYPE "public"."delivery_state" AS ENUM('queued', 'rendering', 'done', 'failed', 'cancelled');--> statement-breakpoint
CREATE TABLE "assignments" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"name" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"deleted_at" timestamp with time zone,
	CONSTRAINT "assignments_name" CHECK (length(trim("assignments"."name")) between 1 and 200)
);
--> statement-breakpoint
CREATE TABLE "deliveries" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"revision_id" bigint NOT NULL,
	"state" "delivery_state" DEFAULT 'queued' NOT NULL,
	"format" "delivery_format" NOT NULL,
	"quality" integer NOT NULL,
	"progress" real DEFAULT 0 NOT NULL,
	"error" text,
	"cancel_requested" boolean DEFAULT false NOT NULL,
	"worker" text,
	"heartbeat_at" timestamp with time zone,
	"result_bytes" bigint,
	"result_width" integer,
	"result_height" integer,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"finished_at" timestamp with time zone,
	CONSTRAINT "deliveries_progress" CHECK ("deliveries"."progress" between 0 and 1),
	CONSTRAINT "deliveries_quality" CHECK ("deliveries"."quality" between 1 and 100),
	CONSTRAINT "deliveries_result" CHECK ("deliveries"."state" <> 'done' or ("deliveries"."result_bytes" > 0 and "deliveries"."result_width" > 0 and "deliveries"."result_height" > 0))
);
--> statement-breakpoint
CREATE TABLE "photos" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"assignment_id" uuid NOT NULL,
	"sha256" text NOT NULL,
	"name" text NOT NULL,
	"bytes" bigint NOT NULL,
	"format" text NOT NULL,
	"width" integer NOT NULL,
	"height" integer NOT NULL,
	"bits" integer NOT NULL,
	"camera" text,
	"lens" text,
	"focal_mm" double precision,
	"equivalent_mm" double precision,
	"taken_at" timestamp with time zone,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"deleted_at" timestamp with time zone,
	CONSTRAINT "photos_sha256" CHECK ("photos"."sha256" ~ '^[0-9a-f]{64}$'),
	CONSTRAINT "photos_size" CHECK ("photos"."width" > 0 and "photos"."height" > 0 and "photos"."bytes" > 0)
);
--> statement-breakpoint
CREATE TABLE "revisions" (
	"id" bigserial PRIMARY KEY NOT NULL,
	"version_id" uuid NOT NULL,
	"number" integer NOT NULL,
	"recipe" jsonb NOT NULL,
	"token" uuid,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "revisions_number" UNIQUE("version_id","number"),
	CONSTRAINT "revisions_positive" CHECK ("revisions"."number" > 0),
	CONSTRAINT "revisions_format" CHECK ("revisions"."recipe"->>'format' = 'flat-stone-recipe')
);
--> statement-breakpoint
CREATE TABLE "versions" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"photo_id" uuid NOT NULL,
	"name" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "versions_name" UNIQUE("photo_id","name")
);
--> statement-breakpoint
ALTER TABLE "deliveries" ADD CONSTRAINT "deliveries_revision_id_revisions_id_fk" FOREIGN KEY ("revision_id") REFERENCES "public"."revisions"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "photos" ADD CONSTRAINT "photos_assignment_id_assignments_id_fk" FOREIGN KEY ("assignment_id") REFERENCES "public"."assignments"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "revisions" ADD CONSTRAINT "revisions_version_id_versions_id_fk" FOREIGN KEY ("version_id") REFERENCES "public"."versions"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "versions" ADD CONSTRAINT "versions_photo_id_photos_id_fk" FOREIGN KEY ("photo_id") REFERENCES "public"."photos"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "deliveries_by_revision" ON "deliveries" USING btree ("revision_id");--> statement-breakpoint
CREATE UNIQUE INDEX "photos_once" ON "photos" USING btree ("assignment_id","sha256") WHERE "photos"."deleted_at" is null;