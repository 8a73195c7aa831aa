ALTER TABLE "teachers" RENAME COLUMN "schools" TO "conventions";--> statement-breakpoint
ALTER TABLE "classes" RENAME COLUMN "schools" TO "conventions";--> statement-breakpoint
ALTER TABLE "pupils" RENAME COLUMN "schools" TO "conventions";--> statement-breakpoint
ALTER TABLE "classes" RENAME COLUMN "plan" TO "term";--> statement-breakpoint
ALTER TABLE "work" RENAME TO "assignments";--> statement-breakpoint
ALTER INDEX "work_class" RENAME TO "assignments_class";--> statement-breakpoint
ALTER INDEX "work_exercise" RENAME TO "assignments_exercise";--> statement-breakpoint
ALTER TABLE "assignments" RENAME CONSTRAINT "work_class_id_classes_id_fk" TO "assignments_class_id_classes_id_fk";--> statement-breakpoint
ALTER TABLE "assignments" RENAME CONSTRAINT "work_exercise_id_exercises_id_fk" TO "assignments_exercise_id_exercises_id_fk";--> statement-breakpoint
ALTER TABLE "lesson_log" RENAME COLUMN "work_id" TO "assignment_id";--> statement-breakpoint
ALTER TABLE "lesson_log" RENAME CONSTRAINT "lesson_log_work_id_work_id_fk" TO "lesson_log_assignment_id_assignments_id_fk";--> statement-breakpoint
ALTER TABLE "page_sets" RENAME TO "print_sets";--> statement-breakpoint
ALTER INDEX "page_sets_teacher" RENAME TO "print_sets_teacher";--> statement-breakpoint
ALTER INDEX "page_sets_exercise" RENAME TO "print_sets_exercise";--> statement-breakpoint
ALTER TABLE "print_sets" RENAME CONSTRAINT "page_sets_teacher_id_teachers_id_fk" TO "print_sets_teacher_id_teachers_id_fk";--> statement-breakpoint
ALTER TABLE "print_sets" RENAME CONSTRAINT "page_sets_exercise_id_exercises_id_fk" TO "print_sets_exercise_id_exercises_id_fk";--> statement-breakpoint
ALTER TABLE "print_sets" RENAME CONSTRAINT "page_sets_class_id_classes_id_fk" TO "print_sets_class_id_classes_id_fk";--> statement-breakpoint
UPDATE "classes" SET "page" = replace(replace(replace(replace("page"::text, '"plan": ', '"fades": '), '"barsALine": ', '"barsPerSystem": '), '"barNumbers": "lines"', '"barNumbers": "systems"'), '"first-in-line"', '"first-in-system"')::jsonb, "conventions" = replace("conventions"::text, '"first-in-line"', '"first-in-system"')::jsonb;--> statement-breakpoint
UPDATE "pupils" SET "page" = replace(replace(replace(replace("page"::text, '"plan": ', '"fades": '), '"barsALine": ', '"barsPerSystem": '), '"barNumbers": "lines"', '"barNumbers": "systems"'), '"first-in-line"', '"first-in-system"')::jsonb, "conventions" = replace("conventions"::text, '"first-in-line"', '"first-in-system"')::jsonb;--> statement-breakpoint
UPDATE "teachers" SET "conventions" = replace("conventions"::text, '"first-in-line"', '"first-in-system"')::jsonb;--> statement-breakpoint
UPDATE "assignments" SET "fade" = 'first-in-system' WHERE "fade" = 'first-in-line';--> statement-breakpoint
UPDATE "exercises" SET "document" = replace("document"::text, '"startsLine": ', '"startsSystem": ')::jsonb WHERE "document"::text LIKE '%"startsLine": %';--> statement-breakpoint
UPDATE "revisions" SET "document" = replace("document"::text, '"startsLine": ', '"startsSystem": ')::jsonb WHERE "document"::text LIKE '%"startsLine": %';
