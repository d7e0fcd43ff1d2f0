ALTER TABLE "versions" DROP CONSTRAINT "versions_name";--> statement-breakpoint
ALTER TABLE "versions" ADD COLUMN "note" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "versions" ADD COLUMN "chosen" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "versions" ADD COLUMN "position" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "versions" ADD COLUMN "deleted_at" timestamp with time zone;--> statement-breakpoint
CREATE UNIQUE INDEX "versions_name" ON "versions" USING btree ("photo_id","name") WHERE "versions"."deleted_at" is null;