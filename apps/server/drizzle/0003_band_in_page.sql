ALTER TABLE "classes" DROP COLUMN "band";--> statement-breakpoint
ALTER TABLE "classes" DROP COLUMN "strip";