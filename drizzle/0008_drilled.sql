ALTER TABLE "axle_hub" ADD COLUMN "nut_class" text DEFAULT 'unknown' NOT NULL;--> statement-breakpoint
ALTER TABLE "axle_hub" ADD COLUMN "hardware" text DEFAULT 'unknown' NOT NULL;--> statement-breakpoint
ALTER TABLE "chalk_test" ADD COLUMN "across" text;--> statement-breakpoint
ALTER TABLE "wheel_set" ADD COLUMN "lugs" integer;--> statement-breakpoint
ALTER TABLE "wheel_set" ADD COLUMN "bolt_circle_mm" double precision;--> statement-breakpoint
ALTER TABLE "axle_hub" ADD CONSTRAINT "axle_hub_nut_class" CHECK ("axle_hub"."nut_class" in ('8', '10', '12', 'unknown'));--> statement-breakpoint
ALTER TABLE "axle_hub" ADD CONSTRAINT "axle_hub_hardware" CHECK ("axle_hub"."hardware" in ('makers', 'other', 'unknown'));--> statement-breakpoint
ALTER TABLE "chalk_test" ADD CONSTRAINT "chalk_test_across" CHECK ("chalk_test"."across" is null or "chalk_test"."across" in ('outer wall', 'shoulder', 'tread'));--> statement-breakpoint
ALTER TABLE "wheel_set" ADD CONSTRAINT "wheel_set_lugs" CHECK ("wheel_set"."lugs" is null or "wheel_set"."lugs" between 3 and 12);--> statement-breakpoint
ALTER TABLE "wheel_set" ADD CONSTRAINT "wheel_set_bolt_circle" CHECK ("wheel_set"."bolt_circle_mm" is null or "wheel_set"."bolt_circle_mm" between 60 and 300);