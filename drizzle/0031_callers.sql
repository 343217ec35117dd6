CREATE TABLE "caller" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"phone" text DEFAULT '' NOT NULL,
	"plate" text DEFAULT '' NOT NULL,
	"work" text NOT NULL,
	"by" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"visit_id" text,
	"ended_at" timestamp with time zone,
	"ended_why" text,
	CONSTRAINT "caller_reached" CHECK (length(trim("caller"."name")) > 0 and ("caller"."phone" <> '' or "caller"."plate" <> '')),
	CONSTRAINT "caller_work" CHECK ("caller"."work" in ('wheel-change', 'plate', 'nuts', 'conversion', 'adapter', 'open'))
);
--> statement-breakpoint
ALTER TABLE "caller" ADD CONSTRAINT "caller_visit_id_visit_id_fk" FOREIGN KEY ("visit_id") REFERENCES "public"."visit"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "caller_visit" ON "caller" USING btree ("visit_id");