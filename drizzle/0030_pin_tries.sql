CREATE TABLE "pin_try" (
	"key" text PRIMARY KEY NOT NULL,
	"points" integer DEFAULT 0 NOT NULL,
	"expire" timestamp with time zone
);
--> statement-breakpoint
CREATE INDEX "vehicle_model" ON "vehicle" USING btree (lower(trim("name")));