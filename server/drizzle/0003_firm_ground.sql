ALTER TABLE "tools" ADD COLUMN "hand" text;--> statement-breakpoint
-- A shave-down is consented by a signature, not by a flag; a lost side and a vet's instruction have a place in the choices.
UPDATE "plans" SET "choices" = jsonb_set(("choices" - 'doubleCoatConsent') || '{"sides":{}}', '{wish}', '{"lean":"as-drawn","allOverMm":null,"weeksBetween":8,"vetAsks":false}'::jsonb || coalesce("choices"->'wish', '{}'));--> statement-breakpoint
UPDATE "visits" SET "asked" = jsonb_set(("asked" - 'doubleCoatConsent') || '{"sides":{}}', '{wish}', '{"lean":"as-drawn","allOverMm":null,"weeksBetween":8,"vetAsks":false}'::jsonb || coalesce("asked"->'wish', '{}')) WHERE "asked" IS NOT NULL;
