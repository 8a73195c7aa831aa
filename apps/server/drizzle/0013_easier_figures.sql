UPDATE "classes" SET "page" = "page" || '{"easierFigures": false}'::jsonb;
