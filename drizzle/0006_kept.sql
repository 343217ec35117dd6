ALTER TABLE "plan" ADD COLUMN "evaluation" jsonb;--> statement-breakpoint
ALTER TABLE "plan" ADD COLUMN "steps" jsonb;--> statement-breakpoint
ALTER TABLE "plan" ADD COLUMN "judged_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "plan" ADD COLUMN "log_of" text;--> statement-breakpoint
-- Two in force, or two live ticks, can only be left by a crash between releases: the newest counts, as it did when read.
UPDATE "plan" p SET "superseded_at" = n."frozen_at" FROM "plan" n WHERE n."job_id" = p."job_id" AND n."id" > p."id" AND n."superseded_at" IS NULL AND p."superseded_at" IS NULL;--> statement-breakpoint
UPDATE "job_step" s SET "withdrawn_at" = n."at" FROM "job_step" n WHERE n."plan_id" = s."plan_id" AND n."key" = s."key" AND n."id" > s."id" AND n."withdrawn_at" IS NULL AND s."withdrawn_at" IS NULL;--> statement-breakpoint
CREATE INDEX "event_job" ON "event" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "event_vehicle" ON "event" USING btree ("vehicle_id");--> statement-breakpoint
CREATE INDEX "job_visit" ON "job" USING btree ("visit_id");--> statement-breakpoint
CREATE INDEX "job_vehicle" ON "job" USING btree ("vehicle_id");--> statement-breakpoint
CREATE INDEX "job_step_plan" ON "job_step" USING btree ("plan_id");--> statement-breakpoint
CREATE UNIQUE INDEX "job_step_live" ON "job_step" USING btree ("plan_id","key") WHERE "job_step"."withdrawn_at" is null;--> statement-breakpoint
CREATE INDEX "plan_job" ON "plan" USING btree ("job_id");--> statement-breakpoint
CREATE UNIQUE INDEX "plan_in_force" ON "plan" USING btree ("job_id") WHERE "plan"."superseded_at" is null;--> statement-breakpoint
CREATE INDEX "torque_entry_plan" ON "torque_entry" USING btree ("plan_id");--> statement-breakpoint
CREATE INDEX "wheel_set_vehicle" ON "wheel_set" USING btree ("vehicle_id");