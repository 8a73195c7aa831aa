CREATE INDEX "sessions_teacher" ON "sessions" USING btree ("teacher_id");--> statement-breakpoint
CREATE INDEX "links_teacher" ON "links" USING btree ("teacher_id");--> statement-breakpoint
CREATE INDEX "links_class" ON "links" USING btree ("class_id");--> statement-breakpoint
CREATE INDEX "links_pupil" ON "links" USING btree ("pupil_id");--> statement-breakpoint
CREATE INDEX "print_sets_class" ON "print_sets" USING btree ("class_id");--> statement-breakpoint
CREATE INDEX "hand_ins_teacher" ON "hand_ins" USING btree ("teacher_id");--> statement-breakpoint
CREATE INDEX "practice_teacher" ON "practice" USING btree ("teacher_id");--> statement-breakpoint
CREATE INDEX "practice_days_exercise" ON "practice_days" USING btree ("exercise_id");--> statement-breakpoint
CREATE INDEX "lesson_log_assignment" ON "lesson_log" USING btree ("assignment_id");--> statement-breakpoint
CREATE INDEX "kit_pupil" ON "kit" USING btree ("pupil_id");--> statement-breakpoint
CREATE INDEX "met_pupil" ON "met" USING btree ("pupil_id");--> statement-breakpoint
CREATE INDEX "met_exercise" ON "met" USING btree ("exercise_id");