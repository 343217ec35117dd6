CREATE TABLE "pin_try" (
	"key" text PRIMARY KEY NOT NULL,
	"points" integer DEFAULT 0 NOT NULL,
	"expire" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "contact" ADD COLUMN "phone" text DEFAULT '' NOT NULL;--> statement-breakpoint
CREATE INDEX "vehicle_model" ON "vehicle" USING btree (lower(trim("name")));