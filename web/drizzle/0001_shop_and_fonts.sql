CREATE TABLE "fonts" (
	"id" text PRIMARY KEY NOT NULL,
	"sha256" text NOT NULL,
	"file_name" text NOT NULL,
	"facts" jsonb NOT NULL,
	"bytes" "bytea" NOT NULL,
	"added_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "shops" (
	"id" integer PRIMARY KEY NOT NULL,
	"revision" integer NOT NULL,
	"shop" jsonb NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL
);
