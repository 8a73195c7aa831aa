CREATE UNLOGGED TABLE "presence" (
	"exercise_id" uuid NOT NULL,
	"window_id" uuid NOT NULL,
	"until" timestamp with time zone NOT NULL,
	CONSTRAINT "presence_exercise_id_window_id_pk" PRIMARY KEY("exercise_id","window_id")
);
--> statement-breakpoint
CREATE UNLOGGED TABLE "request_counts" (
	"key" varchar(255) PRIMARY KEY NOT NULL,
	"points" integer DEFAULT 0 NOT NULL,
	"expire" bigint
);
--> statement-breakpoint
ALTER TABLE "presence" ADD CONSTRAINT "presence_exercise_id_exercises_id_fk" FOREIGN KEY ("exercise_id") REFERENCES "public"."exercises"("id") ON DELETE cascade ON UPDATE no action;