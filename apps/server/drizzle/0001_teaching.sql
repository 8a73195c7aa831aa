ALTER TABLE "classes" ADD COLUMN "stage" text DEFAULT 'first-year' NOT NULL;--> statement-breakpoint
ALTER TABLE "classes" ADD COLUMN "strip" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "teachers" ADD COLUMN "schools" jsonb DEFAULT '{}'::jsonb NOT NULL;