CREATE TABLE "installation_key" (
	"id" text PRIMARY KEY NOT NULL,
	"public_key" text NOT NULL,
	"own" boolean NOT NULL,
	"added_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "record" ADD COLUMN "signature" text;--> statement-breakpoint
ALTER TABLE "record" ADD COLUMN "key_id" text;--> statement-breakpoint
ALTER TABLE "record" ADD COLUMN "imported_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "record" ADD CONSTRAINT "record_key_id_installation_key_id_fk" FOREIGN KEY ("key_id") REFERENCES "public"."installation_key"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "record_key" ON "record" USING btree ("key_id");--> statement-breakpoint
ALTER TABLE "record" ADD CONSTRAINT "record_signature" CHECK (("record"."signature" is null) = ("record"."key_id" is null));--> statement-breakpoint
UPDATE "record" SET "imported_at" = e."at" FROM "job" j, "event" e WHERE j."id" = "record"."job_id" AND e."kind" = 'visit.read-in' AND e."detail"->>'visit' = j."visit_id";
