ALTER TABLE "release_files" DROP CONSTRAINT "release_files_release_id_format_pk";--> statement-breakpoint
ALTER TABLE "release_files" ADD CONSTRAINT "release_files_release_id_file_name_pk" PRIMARY KEY("release_id","file_name");--> statement-breakpoint
ALTER TABLE "release_files" ADD COLUMN "part" text;