ALTER TABLE "reading" ADD COLUMN "hour" integer;--> statement-breakpoint
ALTER TABLE "reading" ADD CONSTRAINT "reading_hour" CHECK ("reading"."hour" is null or "reading"."hour" between 1 and 12);