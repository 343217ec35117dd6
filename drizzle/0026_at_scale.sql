CREATE INDEX "job_board" ON "job" USING btree ("stage","updated_at") WHERE "job"."held" is null;--> statement-breakpoint
CREATE INDEX "job_unsigned" ON "job" USING btree ("updated_at") WHERE "job"."signed_at" is null;--> statement-breakpoint
CREATE INDEX "job_held" ON "job" USING btree ("held_at") WHERE "job"."held" is not null;--> statement-breakpoint
CREATE INDEX "past_work_at" ON "past_work" USING btree ("at");