CREATE TABLE "consents" (
	"id" uuid PRIMARY KEY NOT NULL,
	"salon_id" uuid NOT NULL,
	"visit_id" uuid NOT NULL,
	"plan_version" integer NOT NULL,
	"signed" jsonb NOT NULL,
	"signed_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "consents" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "stop_log" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"salon_id" uuid NOT NULL,
	"visit_id" uuid NOT NULL,
	"key" text NOT NULL,
	"action" text NOT NULL,
	"note" text NOT NULL,
	"by_id" uuid NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "stop_log" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "dogs" ADD COLUMN "signs" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "salons" ADD COLUMN "policy" jsonb;--> statement-breakpoint
-- Salons that are there start with the first policy; their lead changes it on the salon's page.
UPDATE "salons" SET "policy" = '{"rates":{"perHour":48,"least":25,"currency":"EUR"},"mats":{"limitMinutes":20,"bladeFloorMm":0.5,"feePerHour":54},"handlingLimit":"fights"}';--> statement-breakpoint
ALTER TABLE "salons" ALTER COLUMN "policy" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "salons" ADD COLUMN "version" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "visits" ADD COLUMN "hands" jsonb;--> statement-breakpoint
ALTER TABLE "visits" ADD COLUMN "hands_version" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "visits" ADD COLUMN "started_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "consents" ADD CONSTRAINT "consents_salon_id_salons_salon_id_fk" FOREIGN KEY ("salon_id") REFERENCES "public"."salons"("salon_id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "consents" ADD CONSTRAINT "consents_visit_id_visits_id_fk" FOREIGN KEY ("visit_id") REFERENCES "public"."visits"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "stop_log" ADD CONSTRAINT "stop_log_salon_id_salons_salon_id_fk" FOREIGN KEY ("salon_id") REFERENCES "public"."salons"("salon_id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "stop_log" ADD CONSTRAINT "stop_log_visit_id_visits_id_fk" FOREIGN KEY ("visit_id") REFERENCES "public"."visits"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "stop_log" ADD CONSTRAINT "stop_log_by_id_people_id_fk" FOREIGN KEY ("by_id") REFERENCES "public"."people"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "consents_by_visit" ON "consents" USING btree ("visit_id");--> statement-breakpoint
CREATE INDEX "stop_log_by_visit" ON "stop_log" USING btree ("visit_id");--> statement-breakpoint
-- What was a restriction on a dog's card is a sign of the same name.
UPDATE "dogs" SET "signs" = (SELECT coalesce(jsonb_agg(jsonb_build_object('sign', r->>'restriction', 'zone', r->'zone', 'level', null, 'sizeMm', null, 'note', '')), '[]') FROM jsonb_array_elements("restrictions") r);--> statement-breakpoint
ALTER TABLE "dogs" DROP COLUMN "restrictions";--> statement-breakpoint
-- Hair measured on the day becomes a sheet of findings that says nothing else.
UPDATE "visits" v SET "hands_version" = 1, "hands" = jsonb_build_object('measurements', d."measurements", 'confirmed', '[]'::jsonb, 'findings', d."findings", 'coatType', d."coat_type", 'coatModifiers', d."coat_modifiers", 'dense', d."dense", 'signs', d."signs", 'mats', '[]'::jsonb, 'temper', '{"handling":"easy","standingMinutes":null}'::jsonb, 'lengths', (SELECT jsonb_object_agg(key, jsonb_build_object('mm', value, 'sdMm', null, 'readings', 1, 'by', 'rule')) FROM jsonb_each(v."hair_mm"))) FROM "dogs" d WHERE d."id" = v."dog_id" AND v."hair_mm" <> '{}';--> statement-breakpoint
UPDATE "visits" SET "asked" = jsonb_set("asked", '{schools}', '{}') WHERE "asked" IS NOT NULL AND NOT "asked" ? 'schools';--> statement-breakpoint
UPDATE "plans" SET "choices" = jsonb_set("choices", '{schools}', '{}') WHERE NOT "choices" ? 'schools';--> statement-breakpoint
ALTER TABLE "visits" DROP COLUMN "hair_mm";--> statement-breakpoint
CREATE POLICY "consents_own_salon" ON "consents" AS PERMISSIVE FOR ALL TO "kurrel_app" USING (salon_id = nullif(current_setting('kurrel.salon_id', true), '')::uuid) WITH CHECK (salon_id = nullif(current_setting('kurrel.salon_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "stop_log_own_salon" ON "stop_log" AS PERMISSIVE FOR ALL TO "kurrel_app" USING (salon_id = nullif(current_setting('kurrel.salon_id', true), '')::uuid) WITH CHECK (salon_id = nullif(current_setting('kurrel.salon_id', true), '')::uuid);--> statement-breakpoint
-- The log of stops and what owners signed are added to and read, never changed or removed.
GRANT SELECT, INSERT ON stop_log, consents TO kurrel_app;
