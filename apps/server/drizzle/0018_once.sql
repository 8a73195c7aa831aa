DELETE FROM "lesson_log" a USING "lesson_log" b WHERE a.ctid < b.ctid AND a."pupil_id" = b."pupil_id" AND a."day" = b."day" AND a."assignment_id" IS NOT DISTINCT FROM b."assignment_id";--> statement-breakpoint
DROP INDEX "lesson_log_once";--> statement-breakpoint
ALTER TABLE "lesson_log" ADD CONSTRAINT "lesson_log_once" UNIQUE NULLS NOT DISTINCT("pupil_id","day","assignment_id");
