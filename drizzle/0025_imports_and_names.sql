CREATE TABLE "part_import" (
	"id" text PRIMARY KEY NOT NULL,
	"by" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"read_at" timestamp with time zone,
	"added" integer DEFAULT 0 NOT NULL,
	"updated" integer DEFAULT 0 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "staged_part" (
	"import_id" text NOT NULL,
	"line" integer NOT NULL,
	"code" text,
	"item" jsonb NOT NULL,
	CONSTRAINT "staged_part_import_id_line_pk" PRIMARY KEY("import_id","line")
);
--> statement-breakpoint
ALTER TABLE "shop_time" ADD COLUMN "names_shown" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "staged_part" ADD CONSTRAINT "staged_part_import_id_part_import_id_fk" FOREIGN KEY ("import_id") REFERENCES "public"."part_import"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "staged_part_code" ON "staged_part" USING btree ("import_id","code") WHERE "staged_part"."code" is not null;