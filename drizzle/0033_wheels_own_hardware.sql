ALTER TABLE "wheel_set" ADD COLUMN "own" jsonb;--> statement-breakpoint
CREATE INDEX "wheel_set_name" ON "wheel_set" USING btree (lower(trim("name")));