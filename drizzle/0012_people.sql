CREATE TABLE "login" (
	"id" text PRIMARY KEY NOT NULL,
	"person_id" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"device" text DEFAULT '' NOT NULL,
	"revoked_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "person" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"role" text NOT NULL,
	"pin_hash" text,
	"created_at" timestamp with time zone NOT NULL,
	"archived_at" timestamp with time zone,
	CONSTRAINT "person_role" CHECK ("person"."role" in ('fitter', 'lead'))
);
--> statement-breakpoint
ALTER TABLE "login" ADD CONSTRAINT "login_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "login_person" ON "login" USING btree ("person_id");--> statement-breakpoint
CREATE UNIQUE INDEX "person_name" ON "person" USING btree (lower("name")) WHERE "person"."archived_at" is null;