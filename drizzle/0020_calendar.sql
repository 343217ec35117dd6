CREATE TABLE "attempt" (
	"id" text PRIMARY KEY NOT NULL,
	"recheck_id" text NOT NULL,
	"note" text NOT NULL,
	"by" text NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "booking" (
	"id" text PRIMARY KEY NOT NULL,
	"kind" text NOT NULL,
	"visit_id" text NOT NULL,
	"recheck_id" text,
	"place_id" text NOT NULL,
	"who_id" text,
	"things" jsonb NOT NULL,
	"start_at" timestamp with time zone NOT NULL,
	"end_at" timestamp with time zone NOT NULL,
	"before_min" double precision NOT NULL,
	"wait_min" double precision NOT NULL,
	"after_min" double precision NOT NULL,
	"estimated_min" double precision NOT NULL,
	"cure_hours" double precision,
	"cure_why" text,
	"cure_by" text,
	"why" text,
	"version" integer DEFAULT 1 NOT NULL,
	"by" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"ended_at" timestamp with time zone,
	"ended_why" text,
	CONSTRAINT "booking_order" CHECK ("booking"."end_at" > "booking"."start_at"),
	CONSTRAINT "booking_minutes" CHECK ("booking"."before_min" >= 0 and "booking"."wait_min" >= 0 and "booking"."after_min" >= 0),
	CONSTRAINT "booking_cure_why" CHECK ("booking"."cure_why" is null or "booking"."cure_by" is not null)
);
--> statement-breakpoint
CREATE TABLE "closure" (
	"id" text PRIMARY KEY NOT NULL,
	"resource_id" text,
	"title" text NOT NULL,
	"from_at" timestamp with time zone NOT NULL,
	"to_at" timestamp with time zone NOT NULL,
	"uid" text,
	"by" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"withdrawn_at" timestamp with time zone,
	CONSTRAINT "closure_order" CHECK ("closure"."to_at" > "closure"."from_at")
);
--> statement-breakpoint
CREATE TABLE "contact" (
	"vehicle_id" text PRIMARY KEY NOT NULL,
	"name" text DEFAULT '' NOT NULL,
	"email" text DEFAULT '' NOT NULL,
	"km_a_day" double precision,
	"by" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "contact_km" CHECK ("contact"."km_a_day" is null or "contact"."km_a_day" between 1 and 1500)
);
--> statement-breakpoint
CREATE TABLE "ordered" (
	"id" text PRIMARY KEY NOT NULL,
	"job_id" text NOT NULL,
	"line" text NOT NULL,
	"what" text NOT NULL,
	"pieces" integer NOT NULL,
	"due_on" text,
	"by" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"came_at" timestamp with time zone,
	CONSTRAINT "ordered_pieces" CHECK ("ordered"."pieces" between 1 and 1000)
);
--> statement-breakpoint
CREATE TABLE "past_work" (
	"id" text PRIMARY KEY NOT NULL,
	"job_id" text,
	"at" timestamp with time zone NOT NULL,
	"car" text NOT NULL,
	"wheels" text DEFAULT '' NOT NULL,
	"kind" text NOT NULL,
	"axle" text NOT NULL,
	"lugs" integer,
	"plate_mm" double precision NOT NULL,
	"what" text NOT NULL,
	"predicted_gap_mm" double precision,
	"achieved_gap_mm" double precision,
	"rubbed" boolean,
	"estimated_min" double precision,
	"actual_min" double precision,
	"moved_lugs" integer DEFAULT 0 NOT NULL,
	"rechecks" integer DEFAULT 0 NOT NULL,
	CONSTRAINT "past_work_minutes" CHECK ("past_work"."actual_min" is null or "past_work"."actual_min" > 0)
);
--> statement-breakpoint
CREATE TABLE "reminder" (
	"id" text PRIMARY KEY NOT NULL,
	"visit_id" text NOT NULL,
	"kind" text NOT NULL,
	"of" text NOT NULL,
	"to" text NOT NULL,
	"subject" text NOT NULL,
	"file" text NOT NULL,
	"by" text NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "resource" (
	"id" text PRIMARY KEY NOT NULL,
	"kind" text NOT NULL,
	"name" text NOT NULL,
	"person_id" text,
	"token" text NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	"archived_at" timestamp with time zone,
	CONSTRAINT "resource_kind" CHECK ("resource"."kind" in ('bay', 'mobile', 'person', 'helper', 'light', 'heat')),
	CONSTRAINT "resource_named" CHECK (length(trim("resource"."name")) > 0)
);
--> statement-breakpoint
CREATE TABLE "shop_time" (
	"id" text PRIMARY KEY NOT NULL,
	"zone" text NOT NULL,
	"hours" jsonb NOT NULL,
	"corrects" boolean DEFAULT true NOT NULL,
	"templates" jsonb DEFAULT '{}'::jsonb NOT NULL,
	"changed_by" text NOT NULL,
	"changed_at" timestamp with time zone NOT NULL,
	CONSTRAINT "shop_time_one" CHECK ("shop_time"."id" = 'shop')
);
--> statement-breakpoint
CREATE TABLE "visit_need" (
	"visit_id" text PRIMARY KEY NOT NULL,
	"needed_by" timestamp with time zone,
	"why" text DEFAULT '' NOT NULL,
	"by" text NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "recheck" ADD COLUMN "note" text;--> statement-breakpoint
ALTER TABLE "booking" ADD CONSTRAINT "booking_place_id_resource_id_fk" FOREIGN KEY ("place_id") REFERENCES "public"."resource"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "booking" ADD CONSTRAINT "booking_who_id_resource_id_fk" FOREIGN KEY ("who_id") REFERENCES "public"."resource"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "closure" ADD CONSTRAINT "closure_resource_id_resource_id_fk" FOREIGN KEY ("resource_id") REFERENCES "public"."resource"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "resource" ADD CONSTRAINT "resource_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "attempt_recheck" ON "attempt" USING btree ("recheck_id");--> statement-breakpoint
CREATE INDEX "booking_time" ON "booking" USING btree ("end_at");--> statement-breakpoint
CREATE INDEX "booking_visit" ON "booking" USING btree ("visit_id");--> statement-breakpoint
CREATE UNIQUE INDEX "booking_recheck" ON "booking" USING btree ("recheck_id") WHERE "booking"."ended_at" is null;--> statement-breakpoint
CREATE INDEX "closure_time" ON "closure" USING btree ("to_at");--> statement-breakpoint
CREATE UNIQUE INDEX "closure_uid" ON "closure" USING btree ("uid") WHERE "closure"."withdrawn_at" is null;--> statement-breakpoint
CREATE UNIQUE INDEX "ordered_open" ON "ordered" USING btree ("job_id","line") WHERE "ordered"."came_at" is null;--> statement-breakpoint
CREATE UNIQUE INDEX "past_work_job" ON "past_work" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "past_work_kind" ON "past_work" USING btree ("kind","at");--> statement-breakpoint
CREATE UNIQUE INDEX "reminder_once" ON "reminder" USING btree ("of");--> statement-breakpoint
CREATE INDEX "reminder_visit" ON "reminder" USING btree ("visit_id");--> statement-breakpoint
CREATE UNIQUE INDEX "resource_name" ON "resource" USING btree (lower("name")) WHERE "resource"."archived_at" is null;--> statement-breakpoint
CREATE UNIQUE INDEX "resource_token" ON "resource" USING btree ("token");