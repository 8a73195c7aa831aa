UPDATE "classes" SET "page" = "page" || '{"lyrics": true, "chords": true}'::jsonb;
