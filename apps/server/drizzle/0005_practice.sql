CREATE TABLE "hand_ins" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"teacher_id" uuid NOT NULL,
	"pupil_id" uuid NOT NULL,
	"exercise_id" uuid NOT NULL,
	"instrument" text NOT NULL,
	"percent" integer NOT NULL,
	"summary" text NOT NULL,
	"sound" "bytea",
	"sound_type" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "practice" (
	"pupil_id" uuid NOT NULL,
	"exercise_id" uuid NOT NULL,
	"instrument" text NOT NULL,
	"teacher_id" uuid NOT NULL,
	"rungs" jsonb NOT NULL,
	"best_percent" integer NOT NULL,
	"clean_runs" integer NOT NULL,
	"peeks" integer NOT NULL,
	"minutes" real NOT NULL,
	"drills" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "practice_pupil_id_exercise_id_instrument_pk" PRIMARY KEY("pupil_id","exercise_id","instrument")
);
--> statement-breakpoint
ALTER TABLE "teachers" ADD COLUMN "practice" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "hand_ins" ADD CONSTRAINT "hand_ins_teacher_id_teachers_id_fk" FOREIGN KEY ("teacher_id") REFERENCES "public"."teachers"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "hand_ins" ADD CONSTRAINT "hand_ins_pupil_id_pupils_id_fk" FOREIGN KEY ("pupil_id") REFERENCES "public"."pupils"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "hand_ins" ADD CONSTRAINT "hand_ins_exercise_id_exercises_id_fk" FOREIGN KEY ("exercise_id") REFERENCES "public"."exercises"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "practice" ADD CONSTRAINT "practice_pupil_id_pupils_id_fk" FOREIGN KEY ("pupil_id") REFERENCES "public"."pupils"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "practice" ADD CONSTRAINT "practice_exercise_id_exercises_id_fk" FOREIGN KEY ("exercise_id") REFERENCES "public"."exercises"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "practice" ADD CONSTRAINT "practice_teacher_id_teachers_id_fk" FOREIGN KEY ("teacher_id") REFERENCES "public"."teachers"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "hand_ins_exercise" ON "hand_ins" USING btree ("exercise_id","created_at");--> statement-breakpoint
CREATE INDEX "practice_exercise" ON "practice" USING btree ("exercise_id");