ALTER TABLE "lesson_log" ADD COLUMN "absent" boolean;
