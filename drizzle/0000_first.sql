CREATE TABLE "axle_hub" (
	"id" text PRIMARY KEY NOT NULL,
	"vehicle_id" text NOT NULL,
	"axle" text NOT NULL,
	"lugs" integer NOT NULL,
	"bolt_circle_mm" double precision NOT NULL,
	"thread" text NOT NULL,
	"fastening" text NOT NULL,
	"seat" text NOT NULL,
	"thread_material" text NOT NULL,
	"nut_style" text NOT NULL,
	"torque_nm" double precision NOT NULL,
	"torque_source" text NOT NULL,
	"locking_fastener" boolean NOT NULL,
	CONSTRAINT "axle_hub_lugs" CHECK ("axle_hub"."lugs" between 3 and 12),
	CONSTRAINT "axle_hub_bolt_circle" CHECK ("axle_hub"."bolt_circle_mm" between 60 and 300),
	CONSTRAINT "axle_hub_torque" CHECK ("axle_hub"."torque_nm" between 20 and 800),
	CONSTRAINT "axle_hub_torque_source" CHECK (length(trim("axle_hub"."torque_source")) > 0)
);
--> statement-breakpoint
CREATE TABLE "event" (
	"id" text PRIMARY KEY NOT NULL,
	"job_id" text,
	"vehicle_id" text,
	"kind" text NOT NULL,
	"detail" jsonb NOT NULL,
	"by" text NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "job" (
	"id" text PRIMARY KEY NOT NULL,
	"vehicle_id" text NOT NULL,
	"wheel_set_id" text NOT NULL,
	"axle" text NOT NULL,
	"wish" text NOT NULL,
	"use" text NOT NULL,
	"stage" text NOT NULL,
	"draft" jsonb,
	"version" integer DEFAULT 1 NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	"updated_at" timestamp with time zone NOT NULL,
	"signed_at" timestamp with time zone,
	"signed_by" text,
	"recheck_due_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "job_step" (
	"id" text PRIMARY KEY NOT NULL,
	"job_id" text NOT NULL,
	"plan_id" text NOT NULL,
	"key" text NOT NULL,
	"by" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"withdrawn_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "plan" (
	"id" text PRIMARY KEY NOT NULL,
	"job_id" text NOT NULL,
	"document" jsonb NOT NULL,
	"policy_version" text NOT NULL,
	"digest" text NOT NULL,
	"frozen_at" timestamp with time zone NOT NULL,
	"frozen_by" text NOT NULL,
	"superseded_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "reading" (
	"id" text PRIMARY KEY NOT NULL,
	"job_id" text NOT NULL,
	"quantity" text NOT NULL,
	"corner" text,
	"value" double precision NOT NULL,
	"unit" text NOT NULL,
	"typed" text NOT NULL,
	"pm" double precision NOT NULL,
	"method" text NOT NULL,
	"by" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"withdrawn_at" timestamp with time zone,
	CONSTRAINT "reading_pm" CHECK ("reading"."pm" >= 0)
);
--> statement-breakpoint
CREATE TABLE "torque_entry" (
	"id" text PRIMARY KEY NOT NULL,
	"job_id" text NOT NULL,
	"plan_id" text NOT NULL,
	"corner" text NOT NULL,
	"seq" integer NOT NULL,
	"pass" text NOT NULL,
	"lug" integer NOT NULL,
	"target_nm" double precision NOT NULL,
	"reading_nm" double precision,
	"angle_deg" double precision,
	"tool" text NOT NULL,
	"by" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"hash" text NOT NULL,
	CONSTRAINT "torque_entry_reading" CHECK ("torque_entry"."reading_nm" is null or "torque_entry"."reading_nm" > 0),
	CONSTRAINT "torque_entry_angle" CHECK ("torque_entry"."angle_deg" is null or "torque_entry"."angle_deg" between 0 and 360)
);
--> statement-breakpoint
CREATE TABLE "vehicle" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"plate" text NOT NULL,
	"notes" text DEFAULT '' NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	"updated_at" timestamp with time zone NOT NULL,
	"archived_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "wheel_set" (
	"id" text PRIMARY KEY NOT NULL,
	"vehicle_id" text NOT NULL,
	"name" text NOT NULL,
	"tyre" text NOT NULL,
	"offset_mm" double precision,
	"seat" text NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	"archived_at" timestamp with time zone,
	CONSTRAINT "wheel_set_offset" CHECK ("wheel_set"."offset_mm" is null or "wheel_set"."offset_mm" between -150 and 150)
);
--> statement-breakpoint
ALTER TABLE "axle_hub" ADD CONSTRAINT "axle_hub_vehicle_id_vehicle_id_fk" FOREIGN KEY ("vehicle_id") REFERENCES "public"."vehicle"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "job" ADD CONSTRAINT "job_vehicle_id_vehicle_id_fk" FOREIGN KEY ("vehicle_id") REFERENCES "public"."vehicle"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "job" ADD CONSTRAINT "job_wheel_set_id_wheel_set_id_fk" FOREIGN KEY ("wheel_set_id") REFERENCES "public"."wheel_set"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "job_step" ADD CONSTRAINT "job_step_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "job_step" ADD CONSTRAINT "job_step_plan_id_plan_id_fk" FOREIGN KEY ("plan_id") REFERENCES "public"."plan"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "plan" ADD CONSTRAINT "plan_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reading" ADD CONSTRAINT "reading_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "torque_entry" ADD CONSTRAINT "torque_entry_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "torque_entry" ADD CONSTRAINT "torque_entry_plan_id_plan_id_fk" FOREIGN KEY ("plan_id") REFERENCES "public"."plan"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "wheel_set" ADD CONSTRAINT "wheel_set_vehicle_id_vehicle_id_fk" FOREIGN KEY ("vehicle_id") REFERENCES "public"."vehicle"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "axle_hub_once" ON "axle_hub" USING btree ("vehicle_id","axle");--> statement-breakpoint
CREATE INDEX "job_step_job" ON "job_step" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "reading_job" ON "reading" USING btree ("job_id");--> statement-breakpoint
CREATE UNIQUE INDEX "torque_entry_seq" ON "torque_entry" USING btree ("job_id","plan_id","corner","seq");