CREATE TABLE "batch_items" (
	"batch_id" uuid NOT NULL,
	"photo_id" uuid NOT NULL,
	"position" integer NOT NULL,
	"state" text DEFAULT 'waiting' NOT NULL,
	"words" text DEFAULT '' NOT NULL,
	"review" text[] DEFAULT '{}' NOT NULL,
	"version_id" uuid,
	"before" integer,
	"after" integer,
	"ended_at" timestamp with time zone,
	CONSTRAINT "batch_items_batch_id_photo_id_pk" PRIMARY KEY("batch_id","photo_id"),
	CONSTRAINT "batch_items_state" CHECK ("batch_items"."state" in ('waiting', 'done', 'left', 'failed', 'undone'))
);
--> statement-breakpoint
CREATE TABLE "batches" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"assignment_id" uuid NOT NULL,
	"action" jsonb NOT NULL,
	"stopped" boolean DEFAULT false NOT NULL,
	"undone" boolean DEFAULT false NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "workers" ADD COLUMN "job_names" text[] DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE "batch_items" ADD CONSTRAINT "batch_items_batch_id_batches_id_fk" FOREIGN KEY ("batch_id") REFERENCES "public"."batches"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "batch_items" ADD CONSTRAINT "batch_items_photo_id_photos_id_fk" FOREIGN KEY ("photo_id") REFERENCES "public"."photos"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "batches" ADD CONSTRAINT "batches_assignment_id_assignments_id_fk" FOREIGN KEY ("assignment_id") REFERENCES "public"."assignments"("id") ON DELETE cascade ON UPDATE no action;