ALTER TABLE "assignments" ADD COLUMN "style" jsonb DEFAULT '{}'::jsonb NOT NULL;
