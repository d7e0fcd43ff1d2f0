CREATE TABLE "stated_cameras" (
	"camera" text PRIMARY KEY NOT NULL,
	"focal_mm" double precision NOT NULL,
	"sensor_mm" double precision NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "stated_cameras_sizes" CHECK ("stated_cameras"."focal_mm" > 0 and "stated_cameras"."sensor_mm" > 0)
);
