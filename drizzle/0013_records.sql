CREATE TABLE "recheck" (
	"id" text PRIMARY KEY NOT NULL,
	"job_id" text NOT NULL,
	"revision" integer NOT NULL,
	"seq" integer NOT NULL,
	"kind" text NOT NULL,
	"due_from" timestamp with time zone NOT NULL,
	"due_to" timestamp with time zone NOT NULL,
	"done_at" timestamp with time zone,
	"done_by" text,
	"outcome" text,
	"reason" text,
	CONSTRAINT "recheck_outcome" CHECK ("recheck"."outcome" is null or "recheck"."outcome" in ('held', 'declined', 'moved'))
);
--> statement-breakpoint
CREATE TABLE "record" (
	"id" text PRIMARY KEY NOT NULL,
	"job_id" text NOT NULL,
	"revision" integer NOT NULL,
	"snapshot" jsonb NOT NULL,
	"reason" text,
	"signed_at" timestamp with time zone NOT NULL,
	"signed_by" text NOT NULL,
	"seal" text NOT NULL,
	CONSTRAINT "record_from_1" CHECK ("record"."revision" >= 1)
);
--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "revision" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "revision_reason" text;--> statement-breakpoint
ALTER TABLE "torque_entry" ADD COLUMN "note" text;--> statement-breakpoint
CREATE INDEX "recheck_job" ON "recheck" USING btree ("job_id");--> statement-breakpoint
CREATE UNIQUE INDEX "recheck_link" ON "recheck" USING btree ("job_id","revision","seq");--> statement-breakpoint
CREATE UNIQUE INDEX "record_revision" ON "record" USING btree ("job_id","revision");