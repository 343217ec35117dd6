CREATE TABLE "fitted" (
	"id" text PRIMARY KEY NOT NULL,
	"vehicle_id" text NOT NULL,
	"corner" text NOT NULL,
	"wheel_set_id" text,
	"plate_mm" double precision,
	"plate" jsonb,
	"hardware" text NOT NULL,
	"fastener" jsonb,
	"locking" jsonb,
	"fastener_text" text NOT NULL,
	"seat" text NOT NULL,
	"torque_nm" double precision,
	"torque_source" text DEFAULT '' NOT NULL,
	"source" text NOT NULL,
	"job_id" text,
	"by" text NOT NULL,
	"since" timestamp with time zone NOT NULL,
	"ended_at" timestamp with time zone,
	CONSTRAINT "fitted_plate" CHECK ("fitted"."plate_mm" is null or "fitted"."plate_mm" between 0 and 100),
	CONSTRAINT "fitted_source" CHECK ("fitted"."source" in ('found', 'signed', 'maker')),
	CONSTRAINT "fitted_hardware" CHECK ("fitted"."hardware" in ('makers', 'other', 'unknown'))
);
--> statement-breakpoint
CREATE TABLE "locking_key" (
	"id" text PRIMARY KEY NOT NULL,
	"vehicle_id" text NOT NULL,
	"pattern" text NOT NULL,
	"place" text DEFAULT '' NOT NULL,
	"holder" text DEFAULT '' NOT NULL,
	"by" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"ended_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "note" (
	"id" text PRIMARY KEY NOT NULL,
	"vehicle_id" text NOT NULL,
	"job_id" text,
	"corner" text,
	"text" text NOT NULL,
	"by" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"withdrawn_at" timestamp with time zone,
	CONSTRAINT "note_text" CHECK (length(trim("note"."text")) between 1 and 1000)
);
--> statement-breakpoint
CREATE TABLE "photo" (
	"id" text PRIMARY KEY NOT NULL,
	"vehicle_id" text NOT NULL,
	"job_id" text,
	"corner" text,
	"state" text NOT NULL,
	"caption" text DEFAULT '' NOT NULL,
	"hash" text NOT NULL,
	"width" integer NOT NULL,
	"height" integer NOT NULL,
	"by" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"withdrawn_at" timestamp with time zone,
	CONSTRAINT "photo_state" CHECK ("photo"."state" in ('before', 'after', 'other')),
	CONSTRAINT "photo_hash" CHECK ("photo"."hash" ~ '^[0-9a-f]{64}$')
);
--> statement-breakpoint
ALTER TABLE "axle_hub" DROP CONSTRAINT "axle_hub_lugs";--> statement-breakpoint
ALTER TABLE "axle_hub" DROP CONSTRAINT "axle_hub_bolt_circle";--> statement-breakpoint
ALTER TABLE "axle_hub" DROP CONSTRAINT "axle_hub_torque";--> statement-breakpoint
ALTER TABLE "axle_hub" DROP CONSTRAINT "axle_hub_torque_source";--> statement-breakpoint
DROP INDEX "axle_hub_once";--> statement-breakpoint
ALTER TABLE "axle_hub" ALTER COLUMN "lugs" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "axle_hub" ALTER COLUMN "bolt_circle_mm" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "axle_hub" ALTER COLUMN "torque_nm" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "axle_hub_id" text;--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "plan_b" jsonb;--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "held" text;--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "held_why" text;--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "held_by" text;--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "held_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "reading" ADD COLUMN "confirms" text;--> statement-breakpoint
ALTER TABLE "axle_hub" ADD COLUMN "from_job_id" text;--> statement-breakpoint
ALTER TABLE "axle_hub" ADD COLUMN "ended_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "wheel_set" ADD COLUMN "planned" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "wheel_set" ADD COLUMN "rear" jsonb;--> statement-breakpoint
ALTER TABLE "fitted" ADD CONSTRAINT "fitted_vehicle_id_vehicle_id_fk" FOREIGN KEY ("vehicle_id") REFERENCES "public"."vehicle"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "fitted" ADD CONSTRAINT "fitted_wheel_set_id_wheel_set_id_fk" FOREIGN KEY ("wheel_set_id") REFERENCES "public"."wheel_set"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "locking_key" ADD CONSTRAINT "locking_key_vehicle_id_vehicle_id_fk" FOREIGN KEY ("vehicle_id") REFERENCES "public"."vehicle"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "note" ADD CONSTRAINT "note_vehicle_id_vehicle_id_fk" FOREIGN KEY ("vehicle_id") REFERENCES "public"."vehicle"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "photo" ADD CONSTRAINT "photo_vehicle_id_vehicle_id_fk" FOREIGN KEY ("vehicle_id") REFERENCES "public"."vehicle"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "fitted_vehicle" ON "fitted" USING btree ("vehicle_id");--> statement-breakpoint
CREATE UNIQUE INDEX "fitted_now" ON "fitted" USING btree ("vehicle_id","corner") WHERE "fitted"."ended_at" is null;--> statement-breakpoint
CREATE INDEX "locking_key_vehicle" ON "locking_key" USING btree ("vehicle_id");--> statement-breakpoint
CREATE INDEX "note_vehicle" ON "note" USING btree ("vehicle_id");--> statement-breakpoint
CREATE INDEX "note_job" ON "note" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "photo_vehicle" ON "photo" USING btree ("vehicle_id");--> statement-breakpoint
CREATE INDEX "photo_job" ON "photo" USING btree ("job_id");--> statement-breakpoint
ALTER TABLE "job" ADD CONSTRAINT "job_axle_hub_id_axle_hub_id_fk" FOREIGN KEY ("axle_hub_id") REFERENCES "public"."axle_hub"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "axle_hub_now" ON "axle_hub" USING btree ("vehicle_id","axle") WHERE "axle_hub"."ended_at" is null;--> statement-breakpoint
ALTER TABLE "job" ADD CONSTRAINT "job_held" CHECK ("job"."held" is null or "job"."held" in ('declined', 'parts', 'arch-work', 'owner'));--> statement-breakpoint
ALTER TABLE "axle_hub" ADD CONSTRAINT "axle_hub_lugs" CHECK ("axle_hub"."lugs" is null or "axle_hub"."lugs" between 3 and 12);--> statement-breakpoint
ALTER TABLE "axle_hub" ADD CONSTRAINT "axle_hub_bolt_circle" CHECK ("axle_hub"."bolt_circle_mm" is null or "axle_hub"."bolt_circle_mm" between 60 and 300);--> statement-breakpoint
ALTER TABLE "axle_hub" ADD CONSTRAINT "axle_hub_torque" CHECK ("axle_hub"."torque_nm" is null or "axle_hub"."torque_nm" between 20 and 800);--> statement-breakpoint
ALTER TABLE "axle_hub" ADD CONSTRAINT "axle_hub_torque_source" CHECK ("axle_hub"."torque_nm" is null or length(trim("axle_hub"."torque_source")) > 0);