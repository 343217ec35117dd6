CREATE TABLE "reservation" (
	"id" text PRIMARY KEY NOT NULL,
	"part_id" text NOT NULL,
	"job_id" text NOT NULL,
	"pieces" integer NOT NULL,
	"by" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"ended_at" timestamp with time zone,
	CONSTRAINT "reservation_pieces" CHECK ("reservation"."pieces" between 1 and 1000)
);
--> statement-breakpoint
CREATE TABLE "stock_movement" (
	"id" text PRIMARY KEY NOT NULL,
	"part_id" text NOT NULL,
	"move" text NOT NULL,
	"pieces" integer NOT NULL,
	"left" integer NOT NULL,
	"job_id" text,
	"note" text DEFAULT '' NOT NULL,
	"by" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "stock_movement_move" CHECK ("stock_movement"."move" in ('receive', 'use', 'return', 'scrap', 'count')),
	CONSTRAINT "stock_movement_left" CHECK ("stock_movement"."left" between 0 and 100000)
);
--> statement-breakpoint
ALTER TABLE "part" ADD COLUMN "code" text;--> statement-breakpoint
ALTER TABLE "reservation" ADD CONSTRAINT "reservation_part_id_part_id_fk" FOREIGN KEY ("part_id") REFERENCES "public"."part"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reservation" ADD CONSTRAINT "reservation_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "stock_movement" ADD CONSTRAINT "stock_movement_part_id_part_id_fk" FOREIGN KEY ("part_id") REFERENCES "public"."part"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "stock_movement" ADD CONSTRAINT "stock_movement_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "reservation_job" ON "reservation" USING btree ("job_id");--> statement-breakpoint
CREATE UNIQUE INDEX "reservation_once" ON "reservation" USING btree ("part_id","job_id") WHERE "reservation"."ended_at" is null;--> statement-breakpoint
CREATE INDEX "stock_movement_part" ON "stock_movement" USING btree ("part_id","at");--> statement-breakpoint
CREATE UNIQUE INDEX "part_code" ON "part" USING btree ("code") WHERE "part"."archived_at" is null;--> statement-breakpoint
CREATE INDEX "part_kind" ON "part" USING btree ("kind","name");