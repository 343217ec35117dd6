CREATE TABLE "wrench" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"kind" text NOT NULL,
	"from_nm" double precision NOT NULL,
	"to_nm" double precision NOT NULL,
	"due_on" text,
	"created_at" timestamp with time zone NOT NULL,
	"archived_at" timestamp with time zone,
	CONSTRAINT "wrench_kind" CHECK ("wrench"."kind" in ('click', 'beam', 'electronic')),
	CONSTRAINT "wrench_range" CHECK ("wrench"."from_nm" > 0 and "wrench"."to_nm" > "wrench"."from_nm")
);
--> statement-breakpoint
CREATE UNIQUE INDEX "wrench_name" ON "wrench" USING btree (lower("name")) WHERE "wrench"."archived_at" is null;