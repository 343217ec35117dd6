CREATE TABLE "bench_save" (
	"job_id" text PRIMARY KEY NOT NULL,
	"bench" text NOT NULL,
	"version" integer NOT NULL
);
