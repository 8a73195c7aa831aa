CREATE TABLE "kit" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"class_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"what" text NOT NULL,
	"number" text,
	"pupil_id" uuid,
	"from_day" date NOT NULL,
	"due" date,
	"settled" date,
	"note" text
);
--> statement-breakpoint
CREATE TABLE "lesson_log" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"class_id" uuid NOT NULL,
	"pupil_id" uuid NOT NULL,
	"work_id" uuid,
	"day" date NOT NULL,
	"done" boolean NOT NULL,
	"minutes" integer,
	"remark" text
);
--> statement-breakpoint
CREATE TABLE "work" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"class_id" uuid NOT NULL,
	"exercise_id" uuid NOT NULL,
	"from_bar" integer,
	"to_bar" integer,
	"for" text NOT NULL,
	"section" text,
	"pupil_ids" jsonb,
	"rungs" jsonb NOT NULL,
	"goal_percent" integer,
	"fade" text,
	"due" date NOT NULL,
	"note" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "pupils" ADD COLUMN "second" text;--> statement-breakpoint
ALTER TABLE "pupils" ADD COLUMN "seat" text;--> statement-breakpoint
ALTER TABLE "pupils" ADD COLUMN "note" text;--> statement-breakpoint
ALTER TABLE "kit" ADD CONSTRAINT "kit_class_id_classes_id_fk" FOREIGN KEY ("class_id") REFERENCES "public"."classes"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "kit" ADD CONSTRAINT "kit_pupil_id_pupils_id_fk" FOREIGN KEY ("pupil_id") REFERENCES "public"."pupils"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "lesson_log" ADD CONSTRAINT "lesson_log_class_id_classes_id_fk" FOREIGN KEY ("class_id") REFERENCES "public"."classes"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "lesson_log" ADD CONSTRAINT "lesson_log_pupil_id_pupils_id_fk" FOREIGN KEY ("pupil_id") REFERENCES "public"."pupils"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "lesson_log" ADD CONSTRAINT "lesson_log_work_id_work_id_fk" FOREIGN KEY ("work_id") REFERENCES "public"."work"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "work" ADD CONSTRAINT "work_class_id_classes_id_fk" FOREIGN KEY ("class_id") REFERENCES "public"."classes"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "work" ADD CONSTRAINT "work_exercise_id_exercises_id_fk" FOREIGN KEY ("exercise_id") REFERENCES "public"."exercises"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "kit_class" ON "kit" USING btree ("class_id","from_day");--> statement-breakpoint
CREATE INDEX "lesson_log_class" ON "lesson_log" USING btree ("class_id","day");--> statement-breakpoint
CREATE INDEX "lesson_log_pupil" ON "lesson_log" USING btree ("pupil_id");--> statement-breakpoint
CREATE UNIQUE INDEX "lesson_log_once" ON "lesson_log" USING btree ("pupil_id","day","work_id");--> statement-breakpoint
CREATE INDEX "work_class" ON "work" USING btree ("class_id","due");--> statement-breakpoint
CREATE INDEX "work_exercise" ON "work" USING btree ("exercise_id");