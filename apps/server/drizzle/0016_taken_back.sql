ALTER TABLE "assignments" ADD COLUMN "removed_at" timestamp with time zone;
