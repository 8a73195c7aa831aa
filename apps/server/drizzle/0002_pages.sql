CREATE TABLE "links" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"teacher_id" uuid NOT NULL,
	"exercise_id" uuid NOT NULL,
	"class_id" uuid NOT NULL,
	"instrument" text NOT NULL,
	"pupil_id" uuid,
	"token" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	CONSTRAINT "links_token_unique" UNIQUE("token")
);
--> statement-breakpoint
CREATE TABLE "page_sets" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"teacher_id" uuid NOT NULL,
	"exercise_id" uuid NOT NULL,
	"class_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"today" date NOT NULL,
	"codes" boolean DEFAULT false NOT NULL,
	"origin" text NOT NULL,
	"state" text DEFAULT 'working' NOT NULL,
	"done" integer DEFAULT 0 NOT NULL,
	"total" integer DEFAULT 0 NOT NULL,
	"file_name" text NOT NULL,
	"file" "bytea",
	"detail" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "pupils" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"class_id" uuid NOT NULL,
	"name" text NOT NULL,
	"instrument" text NOT NULL,
	"place" integer NOT NULL,
	"page" jsonb,
	"known" jsonb,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "classes" ADD COLUMN "page" jsonb;--> statement-breakpoint
-- What stood over the notes before stays as it was: the rows and the strip move into the page's setup.
UPDATE "classes" SET "page" = jsonb_build_object(
	'rows', jsonb_build_object(
		'woodwind', (SELECT coalesce(jsonb_agg(jsonb_build_object('row', r)), '[]'::jsonb) FROM jsonb_array_elements_text("band"->'woodwind') AS r),
		'brass', (SELECT coalesce(jsonb_agg(jsonb_build_object('row', r)), '[]'::jsonb) FROM jsonb_array_elements_text("band"->'brass') AS r)),
	'plan', '[]'::jsonb, 'strip', "strip", 'legend', false, 'size', 'medium', 'barsALine', 4, 'barNumbers', 'lines', 'slurs', true, 'repeats', 'folded', 'countIn', false,
	'signatureMarks', false, 'circles', false, 'lookFirst', false);--> statement-breakpoint
ALTER TABLE "classes" ALTER COLUMN "page" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "classes" ADD COLUMN "known" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "links" ADD CONSTRAINT "links_teacher_id_teachers_id_fk" FOREIGN KEY ("teacher_id") REFERENCES "public"."teachers"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "links" ADD CONSTRAINT "links_exercise_id_exercises_id_fk" FOREIGN KEY ("exercise_id") REFERENCES "public"."exercises"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "links" ADD CONSTRAINT "links_class_id_classes_id_fk" FOREIGN KEY ("class_id") REFERENCES "public"."classes"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "links" ADD CONSTRAINT "links_pupil_id_pupils_id_fk" FOREIGN KEY ("pupil_id") REFERENCES "public"."pupils"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "page_sets" ADD CONSTRAINT "page_sets_teacher_id_teachers_id_fk" FOREIGN KEY ("teacher_id") REFERENCES "public"."teachers"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "page_sets" ADD CONSTRAINT "page_sets_exercise_id_exercises_id_fk" FOREIGN KEY ("exercise_id") REFERENCES "public"."exercises"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "page_sets" ADD CONSTRAINT "page_sets_class_id_classes_id_fk" FOREIGN KEY ("class_id") REFERENCES "public"."classes"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "pupils" ADD CONSTRAINT "pupils_class_id_classes_id_fk" FOREIGN KEY ("class_id") REFERENCES "public"."classes"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "links_exercise" ON "links" USING btree ("exercise_id");--> statement-breakpoint
CREATE INDEX "page_sets_teacher" ON "page_sets" USING btree ("teacher_id","created_at");--> statement-breakpoint
CREATE INDEX "page_sets_exercise" ON "page_sets" USING btree ("exercise_id");--> statement-breakpoint
CREATE INDEX "pupils_class" ON "pupils" USING btree ("class_id","place");