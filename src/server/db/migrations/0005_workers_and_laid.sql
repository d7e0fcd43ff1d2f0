CREATE TABLE "workers" (
	"name" text PRIMARY KEY NOT NULL,
	"started_at" timestamp with time zone DEFAULT now() NOT NULL,
	"seen_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "deliveries" ADD COLUMN "attempts" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "revisions" ADD COLUMN "laid" text[];--> statement-breakpoint
CREATE INDEX "deliveries_open" ON "deliveries" USING btree ("created_at") WHERE "deliveries"."state" in ('queued', 'rendering');--> statement-breakpoint
DROP SCHEMA IF EXISTS "pgboss" CASCADE;
