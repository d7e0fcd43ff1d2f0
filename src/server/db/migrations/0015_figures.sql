CREATE TABLE "state_figures" (
	"revision_id" bigint PRIMARY KEY NOT NULL,
	"out_of_true" real,
	"stretch" real NOT NULL,
	"kept" real NOT NULL,
	"made_up" real NOT NULL
);
--> statement-breakpoint
ALTER TABLE "photos" ADD COLUMN "proposed" text;--> statement-breakpoint
ALTER TABLE "state_figures" ADD CONSTRAINT "state_figures_revision_id_revisions_id_fk" FOREIGN KEY ("revision_id") REFERENCES "public"."revisions"("id") ON DELETE cascade ON UPDATE no action;