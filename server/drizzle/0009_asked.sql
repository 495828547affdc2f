-- What is asked for by place, and how much of a groom.
UPDATE "plans" SET "choices" = jsonb_set('{"scope":[]}'::jsonb || "choices", '{wish}', '{"places":[]}'::jsonb || coalesce("choices"->'wish', '{}'));--> statement-breakpoint
UPDATE "visits" SET "asked" = jsonb_set('{"scope":[]}'::jsonb || "asked", '{wish}', '{"places":[]}'::jsonb || coalesce("asked"->'wish', '{}')) WHERE "asked" IS NOT NULL;
