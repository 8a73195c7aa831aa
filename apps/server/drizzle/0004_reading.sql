ALTER TABLE "classes" ADD COLUMN "usual_fifths" integer;--> statement-breakpoint
ALTER TABLE "teachers" ADD COLUMN "sentences" jsonb DEFAULT '{}'::jsonb NOT NULL;