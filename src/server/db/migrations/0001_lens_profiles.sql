CREATE TABLE "lens_profiles" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"document" jsonb NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	"deleted_at" timestamp with time zone,
	CONSTRAINT "lens_profiles_format" CHECK ("lens_profiles"."document"->>'format' = 'flat-stone-lens')
);
--> statement-breakpoint
ALTER TABLE "photos" ADD COLUMN "aperture" double precision;