CREATE TABLE "policy_version" (
	"id" text PRIMARY KEY NOT NULL,
	"seq" integer NOT NULL,
	"governing" jsonb NOT NULL,
	"figures" jsonb NOT NULL,
	"why" text NOT NULL,
	"by" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "policy_version_why" CHECK (length(trim("policy_version"."why")) > 0)
);
--> statement-breakpoint
CREATE UNIQUE INDEX "policy_version_seq" ON "policy_version" USING btree ("seq");