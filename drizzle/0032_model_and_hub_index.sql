DROP INDEX "vehicle_model";--> statement-breakpoint
CREATE INDEX "axle_hub_vehicle" ON "axle_hub" USING btree ("vehicle_id","axle");--> statement-breakpoint
CREATE INDEX "vehicle_model" ON "vehicle" USING btree (lower(trim("name")),"created_at");