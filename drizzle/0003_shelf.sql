CREATE TABLE "part" (
	"id" text PRIMARY KEY NOT NULL,
	"kind" text NOT NULL,
	"name" text NOT NULL,
	"count" integer NOT NULL,
	"bin" text DEFAULT '' NOT NULL,
	"item" jsonb NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	"archived_at" timestamp with time zone,
	CONSTRAINT "part_count" CHECK ("part"."count" between 0 and 100000)
);
