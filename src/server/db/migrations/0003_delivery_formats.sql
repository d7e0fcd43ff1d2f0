ALTER TYPE "public"."delivery_format" ADD VALUE 'webp';--> statement-breakpoint
ALTER TYPE "public"."delivery_format" ADD VALUE 'avif';--> statement-breakpoint
ALTER TABLE "deliveries" ADD COLUMN "options" jsonb DEFAULT '{}'::jsonb NOT NULL;