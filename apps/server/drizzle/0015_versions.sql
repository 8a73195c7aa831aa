ALTER TABLE "classes" ADD COLUMN "version" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "classes" ADD COLUMN "term_version" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "teachers" ADD COLUMN "version" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "pupils" ADD COLUMN "version" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "pupils" ADD COLUMN "removed_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "kit" DROP CONSTRAINT "kit_pupil_id_pupils_id_fk";--> statement-breakpoint
ALTER TABLE "kit" ADD CONSTRAINT "kit_pupil_id_pupils_id_fk" FOREIGN KEY ("pupil_id") REFERENCES "public"."pupils"("id") ON DELETE set null ON UPDATE no action;
