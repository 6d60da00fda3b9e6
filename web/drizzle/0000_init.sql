CREATE TABLE "file_contents" (
	"sha256" text PRIMARY KEY NOT NULL,
	"bytes" "bytea" NOT NULL,
	"size" integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE "jobs" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"revision" integer DEFAULT 1 NOT NULL,
	"recipe" jsonb NOT NULL,
	"name" text NOT NULL,
	"tags" text[] DEFAULT '{}' NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	"deleted_at" timestamp with time zone,
	"summary" jsonb,
	"summary_revision" integer
);
--> statement-breakpoint
CREATE TABLE "release_files" (
	"release_id" uuid NOT NULL,
	"format" text NOT NULL,
	"file_name" text NOT NULL,
	"sha256" text NOT NULL,
	"read_back" jsonb,
	CONSTRAINT "release_files_release_id_format_pk" PRIMARY KEY("release_id","format")
);
--> statement-breakpoint
CREATE TABLE "releases" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"job_id" uuid NOT NULL,
	"revision" integer NOT NULL,
	"report" jsonb NOT NULL,
	"released_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "revisions" (
	"job_id" uuid NOT NULL,
	"revision" integer NOT NULL,
	"recipe" jsonb NOT NULL,
	"saved_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "revisions_job_id_revision_pk" PRIMARY KEY("job_id","revision")
);
--> statement-breakpoint
ALTER TABLE "release_files" ADD CONSTRAINT "release_files_release_id_releases_id_fk" FOREIGN KEY ("release_id") REFERENCES "public"."releases"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "release_files" ADD CONSTRAINT "release_files_sha256_file_contents_sha256_fk" FOREIGN KEY ("sha256") REFERENCES "public"."file_contents"("sha256") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "releases" ADD CONSTRAINT "releases_job_id_jobs_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."jobs"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "revisions" ADD CONSTRAINT "revisions_job_id_jobs_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."jobs"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "jobs_updated" ON "jobs" USING btree ("updated_at");--> statement-breakpoint
CREATE INDEX "releases_job" ON "releases" USING btree ("job_id","released_at");