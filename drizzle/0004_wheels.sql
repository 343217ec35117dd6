CREATE TABLE "chalk_test" (
	"id" text PRIMARY KEY NOT NULL,
	"job_id" text NOT NULL,
	"corner" text NOT NULL,
	"trial_mm" double precision NOT NULL,
	"load" text NOT NULL,
	"hours" jsonb NOT NULL,
	"by" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"withdrawn_at" timestamp with time zone,
	CONSTRAINT "chalk_test_trial" CHECK ("chalk_test"."trial_mm" between 0 and 100)
);
--> statement-breakpoint
CREATE TABLE "wheel" (
	"id" text PRIMARY KEY NOT NULL,
	"wheel_set_id" text NOT NULL,
	"mark" text NOT NULL,
	"corner" text NOT NULL,
	CONSTRAINT "wheel_mark" CHECK (length(trim("wheel"."mark")) between 1 and 20)
);
--> statement-breakpoint
CREATE TABLE "wheel_reading" (
	"id" text PRIMARY KEY NOT NULL,
	"wheel_id" text NOT NULL,
	"quantity" text NOT NULL,
	"value" double precision NOT NULL,
	"unit" text NOT NULL,
	"typed" text NOT NULL,
	"pm" double precision NOT NULL,
	"method" text NOT NULL,
	"by" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"withdrawn_at" timestamp with time zone,
	CONSTRAINT "wheel_reading_pm" CHECK ("wheel_reading"."pm" >= 0)
);
--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "visit_id" text;--> statement-breakpoint
UPDATE "job" SET "visit_id" = "id";--> statement-breakpoint
ALTER TABLE "job" ALTER COLUMN "visit_id" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "wheel_set" ADD COLUMN "rotates" boolean DEFAULT true NOT NULL;--> statement-breakpoint
ALTER TABLE "chalk_test" ADD CONSTRAINT "chalk_test_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "wheel" ADD CONSTRAINT "wheel_wheel_set_id_wheel_set_id_fk" FOREIGN KEY ("wheel_set_id") REFERENCES "public"."wheel_set"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "wheel_reading" ADD CONSTRAINT "wheel_reading_wheel_id_wheel_id_fk" FOREIGN KEY ("wheel_id") REFERENCES "public"."wheel"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "chalk_test_job" ON "chalk_test" USING btree ("job_id");--> statement-breakpoint
CREATE UNIQUE INDEX "wheel_mark_once" ON "wheel" USING btree ("wheel_set_id","mark");--> statement-breakpoint
CREATE INDEX "wheel_reading_wheel" ON "wheel_reading" USING btree ("wheel_id");--> statement-breakpoint
INSERT INTO "wheel" ("id", "wheel_set_id", "mark", "corner")
SELECT gen_random_uuid()::text, ws."id", m."mark", m."corner" FROM "wheel_set" ws
CROSS JOIN (VALUES ('A', 'front-left'), ('B', 'front-right'), ('C', 'rear-left'), ('D', 'rear-right')) AS m("mark", "corner");--> statement-breakpoint
INSERT INTO "wheel_reading" ("id", "wheel_id", "quantity", "value", "unit", "typed", "pm", "method", "by", "at", "withdrawn_at")
SELECT gen_random_uuid()::text, w."id", r."quantity", r."value", r."unit", r."typed", r."pm", r."method", r."by", r."at", r."withdrawn_at" FROM "reading" r
JOIN "job" j ON j."id" = r."job_id"
JOIN "wheel" w ON w."wheel_set_id" = j."wheel_set_id" AND (w."corner" = r."corner" OR (r."corner" IS NULL AND w."corner" LIKE j."axle" || '-%'))
WHERE r."quantity" IN ('chamferDepth', 'wheelBore');--> statement-breakpoint
UPDATE "reading" SET "withdrawn_at" = now() WHERE "quantity" IN ('chamferDepth', 'wheelBore') AND "withdrawn_at" IS NULL;
