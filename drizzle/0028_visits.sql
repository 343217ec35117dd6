CREATE TABLE "visit" (
	"id" text PRIMARY KEY NOT NULL,
	"vehicle_id" text NOT NULL,
	"opened_at" timestamp with time zone NOT NULL,
	"mileage_km" integer,
	CONSTRAINT "visit_mileage" CHECK ("visit"."mileage_km" is null or "visit"."mileage_km" between 0 and 3000000)
);
--> statement-breakpoint
ALTER TABLE "visit" ADD CONSTRAINT "visit_vehicle_id_vehicle_id_fk" FOREIGN KEY ("vehicle_id") REFERENCES "public"."vehicle"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "visit_vehicle" ON "visit" USING btree ("vehicle_id");--> statement-breakpoint
INSERT INTO "visit" ("id", "vehicle_id", "opened_at") SELECT "visit_id", min("vehicle_id"), min("created_at") FROM "job" GROUP BY "visit_id";--> statement-breakpoint
ALTER TABLE "job" ADD CONSTRAINT "job_visit_id_visit_id_fk" FOREIGN KEY ("visit_id") REFERENCES "public"."visit"("id") ON DELETE no action ON UPDATE no action;