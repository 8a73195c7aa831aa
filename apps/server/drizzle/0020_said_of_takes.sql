ALTER TABLE "hand_ins" ADD COLUMN "remark" text;
--> statement-breakpoint
ALTER TABLE "hand_ins" ADD COLUMN "marks" jsonb;
