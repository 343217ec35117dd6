ALTER TABLE "bay_entry" ADD COLUMN "person_id" text;--> statement-breakpoint
ALTER TABLE "attempt" ADD COLUMN "person_id" text;--> statement-breakpoint
ALTER TABLE "booking" ADD COLUMN "person_id" text;--> statement-breakpoint
ALTER TABLE "closure" ADD COLUMN "person_id" text;--> statement-breakpoint
ALTER TABLE "contact" ADD COLUMN "person_id" text;--> statement-breakpoint
ALTER TABLE "ordered" ADD COLUMN "person_id" text;--> statement-breakpoint
ALTER TABLE "reminder" ADD COLUMN "person_id" text;--> statement-breakpoint
ALTER TABLE "shop_time" ADD COLUMN "person_id" text;--> statement-breakpoint
ALTER TABLE "visit_need" ADD COLUMN "person_id" text;--> statement-breakpoint
ALTER TABLE "model_fact" ADD COLUMN "person_id" text;--> statement-breakpoint
ALTER TABLE "wheel_reading" ADD COLUMN "person_id" text;--> statement-breakpoint
ALTER TABLE "fitted" ADD COLUMN "person_id" text;--> statement-breakpoint
ALTER TABLE "locking_key" ADD COLUMN "person_id" text;--> statement-breakpoint
ALTER TABLE "note" ADD COLUMN "person_id" text;--> statement-breakpoint
ALTER TABLE "photo" ADD COLUMN "person_id" text;--> statement-breakpoint
ALTER TABLE "caller" ADD COLUMN "person_id" text;--> statement-breakpoint
ALTER TABLE "chalk_test" ADD COLUMN "person_id" text;--> statement-breakpoint
ALTER TABLE "event" ADD COLUMN "person_id" text;--> statement-breakpoint
ALTER TABLE "job_step" ADD COLUMN "person_id" text;--> statement-breakpoint
ALTER TABLE "plan" ADD COLUMN "person_id" text;--> statement-breakpoint
ALTER TABLE "policy_version" ADD COLUMN "person_id" text;--> statement-breakpoint
ALTER TABLE "reading" ADD COLUMN "person_id" text;--> statement-breakpoint
ALTER TABLE "torque_entry" ADD COLUMN "person_id" text;--> statement-breakpoint
ALTER TABLE "recheck" ADD COLUMN "done_person_id" text;--> statement-breakpoint
ALTER TABLE "record" ADD COLUMN "person_id" text;--> statement-breakpoint
ALTER TABLE "part_import" ADD COLUMN "person_id" text;--> statement-breakpoint
ALTER TABLE "reservation" ADD COLUMN "person_id" text;--> statement-breakpoint
ALTER TABLE "stock_movement" ADD COLUMN "person_id" text;--> statement-breakpoint
ALTER TABLE "bay_entry" ADD CONSTRAINT "bay_entry_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "attempt" ADD CONSTRAINT "attempt_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "booking" ADD CONSTRAINT "booking_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "closure" ADD CONSTRAINT "closure_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "contact" ADD CONSTRAINT "contact_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "ordered" ADD CONSTRAINT "ordered_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reminder" ADD CONSTRAINT "reminder_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "shop_time" ADD CONSTRAINT "shop_time_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "visit_need" ADD CONSTRAINT "visit_need_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "model_fact" ADD CONSTRAINT "model_fact_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "wheel_reading" ADD CONSTRAINT "wheel_reading_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "fitted" ADD CONSTRAINT "fitted_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "locking_key" ADD CONSTRAINT "locking_key_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "note" ADD CONSTRAINT "note_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "photo" ADD CONSTRAINT "photo_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "caller" ADD CONSTRAINT "caller_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "chalk_test" ADD CONSTRAINT "chalk_test_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "event" ADD CONSTRAINT "event_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "job_step" ADD CONSTRAINT "job_step_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "plan" ADD CONSTRAINT "plan_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "policy_version" ADD CONSTRAINT "policy_version_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reading" ADD CONSTRAINT "reading_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "torque_entry" ADD CONSTRAINT "torque_entry_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "recheck" ADD CONSTRAINT "recheck_done_person_id_person_id_fk" FOREIGN KEY ("done_person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "record" ADD CONSTRAINT "record_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "part_import" ADD CONSTRAINT "part_import_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reservation" ADD CONSTRAINT "reservation_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "stock_movement" ADD CONSTRAINT "stock_movement_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;