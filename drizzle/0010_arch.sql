ALTER TABLE "chalk_test" ADD COLUMN "held_by" jsonb;--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "arch_done_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "arch_done_by" text;--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "arch_note" text;