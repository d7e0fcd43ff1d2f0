CREATE TABLE "delivery_sets" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"assignment_id" uuid NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "deliveries" ADD COLUMN "long" integer;--> statement-breakpoint
ALTER TABLE "deliveries" ADD COLUMN "set_id" uuid;--> statement-breakpoint
ALTER TABLE "deliveries" ADD COLUMN "position" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "deliveries" ADD COLUMN "file_name" text;--> statement-breakpoint
ALTER TABLE "delivery_sets" ADD CONSTRAINT "delivery_sets_assignment_id_assignments_id_fk" FOREIGN KEY ("assignment_id") REFERENCES "public"."assignments"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "deliveries" ADD CONSTRAINT "deliveries_set_id_delivery_sets_id_fk" FOREIGN KEY ("set_id") REFERENCES "public"."delivery_sets"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "deliveries_by_set" ON "deliveries" USING btree ("set_id");--> statement-breakpoint
ALTER TABLE "deliveries" ADD CONSTRAINT "deliveries_long" CHECK ("deliveries"."long" between 16 and 200000);