ALTER TABLE "job" ADD COLUMN "arch_cuts" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
UPDATE "job" SET "arch_cuts" = jsonb_build_object(
  "axle" || '-left', jsonb_build_object('at', to_char("arch_done_at" AT TIME ZONE 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"'), 'by', coalesce("arch_done_by", ''), 'note', coalesce("arch_note", '')),
  "axle" || '-right', jsonb_build_object('at', to_char("arch_done_at" AT TIME ZONE 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"'), 'by', coalesce("arch_done_by", ''), 'note', coalesce("arch_note", ''))
) WHERE "arch_done_at" IS NOT NULL;--> statement-breakpoint
ALTER TABLE "job" DROP COLUMN "arch_done_at";--> statement-breakpoint
ALTER TABLE "job" DROP COLUMN "arch_done_by";--> statement-breakpoint
ALTER TABLE "job" DROP COLUMN "arch_note";