CREATE TABLE "done_once" (
	"what" text PRIMARY KEY NOT NULL,
	"at" timestamp with time zone NOT NULL
);
