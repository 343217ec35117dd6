ALTER TABLE "axle_hub" ADD COLUMN "fastener_class" text DEFAULT 'unknown' NOT NULL;--> statement-breakpoint
ALTER TABLE "axle_hub" ADD COLUMN "internal_tensile_mpa" double precision;--> statement-breakpoint
ALTER TABLE "axle_hub" ADD CONSTRAINT "axle_hub_tensile" CHECK ("axle_hub"."internal_tensile_mpa" is null or "axle_hub"."internal_tensile_mpa" between 100 and 1500);