CREATE TABLE "artworks" (
	"id" text PRIMARY KEY NOT NULL,
	"sha256" text NOT NULL,
	"file_name" text NOT NULL,
	"bytes" "bytea" NOT NULL,
	"added_at" timestamp with time zone DEFAULT now() NOT NULL
);
