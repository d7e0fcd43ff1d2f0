-- The third course is called shape everywhere; its key was its oldest part's.
UPDATE "revisions" SET "laid" = array_replace("laid", 'proportion', 'shape') WHERE 'proportion' = ANY("laid");--> statement-breakpoint
UPDATE "saved_recipes" SET "courses" = array_replace("courses", 'proportion', 'shape') WHERE 'proportion' = ANY("courses");
