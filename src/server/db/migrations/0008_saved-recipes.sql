CREATE TABLE "saved_recipes" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"name" text NOT NULL,
	"courses" text[] NOT NULL,
	"recipe" jsonb NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"deleted_at" timestamp with time zone,
	CONSTRAINT "saved_recipes_name" CHECK (length(trim("saved_recipes"."name")) between 1 and 80),
	CONSTRAINT "saved_recipes_courses" CHECK (cardinality("saved_recipes"."courses") > 0),
	CONSTRAINT "saved_recipes_format" CHECK ("saved_recipes"."recipe"->>'format' = 'flat-stone-recipe')
);
