CREATE TABLE "met" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"batch" uuid NOT NULL,
	"class_id" uuid NOT NULL,
	"pupil_id" uuid,
	"instrument" text NOT NULL,
	"notes" jsonb NOT NULL,
	"day" date NOT NULL,
	"exercise_id" uuid,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "practice_days" (
	"pupil_id" uuid NOT NULL,
	"exercise_id" uuid NOT NULL,
	"instrument" text NOT NULL,
	"day" date NOT NULL,
	"best_percent" integer NOT NULL,
	"clean_runs" integer NOT NULL,
	"minutes" real NOT NULL,
	CONSTRAINT "practice_days_pupil_id_exercise_id_instrument_day_pk" PRIMARY KEY("pupil_id","exercise_id","instrument","day")
);
--> statement-breakpoint
ALTER TABLE "classes" ADD COLUMN "plan" jsonb DEFAULT '{"holidays":[],"schedule":[]}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "lesson_log" ADD COLUMN "marks" jsonb;--> statement-breakpoint
ALTER TABLE "pupils" ADD COLUMN "stage" text;--> statement-breakpoint
ALTER TABLE "pupils" ADD COLUMN "schools" jsonb;--> statement-breakpoint
ALTER TABLE "teachers" ADD COLUMN "keep_months" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "met" ADD CONSTRAINT "met_class_id_classes_id_fk" FOREIGN KEY ("class_id") REFERENCES "public"."classes"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "met" ADD CONSTRAINT "met_pupil_id_pupils_id_fk" FOREIGN KEY ("pupil_id") REFERENCES "public"."pupils"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "met" ADD CONSTRAINT "met_exercise_id_exercises_id_fk" FOREIGN KEY ("exercise_id") REFERENCES "public"."exercises"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "practice_days" ADD CONSTRAINT "practice_days_pupil_id_pupils_id_fk" FOREIGN KEY ("pupil_id") REFERENCES "public"."pupils"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "practice_days" ADD CONSTRAINT "practice_days_exercise_id_exercises_id_fk" FOREIGN KEY ("exercise_id") REFERENCES "public"."exercises"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "met_class" ON "met" USING btree ("class_id","day");--> statement-breakpoint
CREATE INDEX "hand_ins_pupil" ON "hand_ins" USING btree ("pupil_id");--> statement-breakpoint
UPDATE "pupils" SET "known" = jsonb_build_array(jsonb_build_object('instrument', "instrument", 'notes', "known")) WHERE "known" IS NOT NULL;
