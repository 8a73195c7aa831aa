ALTER TABLE "print_sets" ADD COLUMN "handout" jsonb;
