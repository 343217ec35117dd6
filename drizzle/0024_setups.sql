ALTER TABLE "axle_hub" DROP CONSTRAINT "axle_hub_hardware";--> statement-breakpoint
ALTER TABLE "fitted" DROP CONSTRAINT "fitted_hardware";--> statement-breakpoint
ALTER TABLE "reading" ADD COLUMN "on_wheel_set_id" text;--> statement-breakpoint
ALTER TABLE "reading" ADD COLUMN "trial_part" jsonb;--> statement-breakpoint
ALTER TABLE "axle_hub" ADD COLUMN "original" jsonb;--> statement-breakpoint
ALTER TABLE "reading" ADD CONSTRAINT "reading_on_wheel_set_id_wheel_set_id_fk" FOREIGN KEY ("on_wheel_set_id") REFERENCES "public"."wheel_set"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "reading_wheel_set" ON "reading" USING btree ("on_wheel_set_id");--> statement-breakpoint
UPDATE "axle_hub" SET "hardware" = 'original' WHERE "hardware" = 'makers';--> statement-breakpoint
UPDATE "fitted" SET "hardware" = 'original' WHERE "hardware" = 'makers';--> statement-breakpoint
UPDATE "fitted" SET "fastener" = '{"kind":"present"}'::jsonb WHERE "fastener" ->> 'kind' = 'stock';--> statement-breakpoint
UPDATE "reading" SET "quantity" = CASE "quantity"
	WHEN 'stockBoltLength' THEN 'boltLength'
	WHEN 'stockBoltOverall' THEN 'boltOverall'
	WHEN 'stockBoltThread' THEN 'boltThread'
	WHEN 'stockStudThread' THEN 'studThread'
	WHEN 'stockNose' THEN 'pilotNose'
	WHEN 'stockSocket' THEN 'socketSize'
	ELSE 'originalLength' END
WHERE "quantity" IN ('stockBoltLength', 'stockBoltOverall', 'stockBoltThread', 'stockStudThread', 'stockNose', 'stockSocket', 'makersLength');--> statement-breakpoint
ALTER TABLE "axle_hub" ADD CONSTRAINT "axle_hub_hardware" CHECK ("axle_hub"."hardware" in ('original', 'other', 'unknown'));--> statement-breakpoint
ALTER TABLE "fitted" ADD CONSTRAINT "fitted_hardware" CHECK ("fitted"."hardware" in ('original', 'other', 'unknown'));