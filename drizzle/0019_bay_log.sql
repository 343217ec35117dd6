CREATE TABLE "bay_entry" (
	"id" text PRIMARY KEY NOT NULL,
	"job_id" text NOT NULL,
	"plan_id" text NOT NULL,
	"corner" text,
	"kind" text NOT NULL,
	"detail" jsonb NOT NULL,
	"by" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "bay_entry_corner" CHECK ("bay_entry"."corner" is null or "bay_entry"."corner" in ('front-left', 'front-right', 'rear-left', 'rear-right'))
);
--> statement-breakpoint
ALTER TABLE "torque_entry" ADD COLUMN "trace" jsonb;--> statement-breakpoint
ALTER TABLE "torque_entry" ADD COLUMN "shows" text;--> statement-breakpoint
CREATE INDEX "bay_entry_plan" ON "bay_entry" USING btree ("plan_id");--> statement-breakpoint
CREATE INDEX "bay_entry_job" ON "bay_entry" USING btree ("job_id");