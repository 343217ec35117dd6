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
CREATE TABLE "model_fact" (
	"id" text PRIMARY KEY NOT NULL,
	"model" text NOT NULL,
	"axle" text NOT NULL,
	"what" text NOT NULL,
	"value" text NOT NULL,
	"pm" double precision,
	"cars" integer NOT NULL,
	"source" text NOT NULL,
	"shop" text DEFAULT '' NOT NULL,
	"by" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"withdrawn_at" timestamp with time zone,
	CONSTRAINT "model_fact_axle" CHECK ("model_fact"."axle" in ('front', 'rear')),
	CONSTRAINT "model_fact_pm" CHECK ("model_fact"."pm" is null or "model_fact"."pm" > 0),
	CONSTRAINT "model_fact_cars" CHECK ("model_fact"."cars" > 0)
);
--> statement-breakpoint
ALTER TABLE "caller" ADD CONSTRAINT "caller_visit_id_visit_id_fk" FOREIGN KEY ("visit_id") REFERENCES "public"."visit"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "caller_visit" ON "caller" USING btree ("visit_id");--> statement-breakpoint
CREATE INDEX "model_fact_model" ON "model_fact" USING btree (lower("model")) WHERE "model_fact"."withdrawn_at" is null;