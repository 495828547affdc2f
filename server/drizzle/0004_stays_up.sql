CREATE TABLE "security_log" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"salon_id" uuid NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"event" text NOT NULL,
	"person_id" uuid,
	"about_id" uuid,
	"address" text NOT NULL
);
--> statement-breakpoint
ALTER TABLE "security_log" ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE TABLE "writes" (
	"salon_id" uuid NOT NULL,
	"key" text NOT NULL,
	"request" text NOT NULL,
	"answer" jsonb,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "writes_salon_id_key_pk" PRIMARY KEY("salon_id","key")
);
--> statement-breakpoint
ALTER TABLE "writes" ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE "consents" DROP CONSTRAINT "consents_visit_id_visits_id_fk";
--> statement-breakpoint
ALTER TABLE "measures" DROP CONSTRAINT "measures_tool_id_tools_id_fk";
--> statement-breakpoint
ALTER TABLE "plans" DROP CONSTRAINT "plans_visit_id_visits_id_fk";
--> statement-breakpoint
ALTER TABLE "plans" DROP CONSTRAINT "plans_saved_by_people_id_fk";
--> statement-breakpoint
ALTER TABLE "sessions" DROP CONSTRAINT "sessions_person_id_people_id_fk";
--> statement-breakpoint
ALTER TABLE "stop_log" DROP CONSTRAINT "stop_log_visit_id_visits_id_fk";
--> statement-breakpoint
ALTER TABLE "stop_log" DROP CONSTRAINT "stop_log_by_id_people_id_fk";
--> statement-breakpoint
ALTER TABLE "visits" DROP CONSTRAINT "visits_dog_id_dogs_id_fk";
--> statement-breakpoint
ALTER TABLE "visits" DROP CONSTRAINT "visits_groomer_id_people_id_fk";
--> statement-breakpoint
DROP INDEX "measures_by_tool";
--> statement-breakpoint
ALTER TABLE "dogs" ADD COLUMN "search" text GENERATED ALWAYS AS (lower(name || ' ' || owner || ' ' || breed_called || ' ' || replace(breed_id, '-', ' '))) STORED;
--> statement-breakpoint
ALTER TABLE "people" ADD COLUMN "disabled_at" timestamp with time zone;
--> statement-breakpoint
ALTER TABLE "people" ADD COLUMN "version" integer DEFAULT 1 NOT NULL;
--> statement-breakpoint
ALTER TABLE "salons" ADD COLUMN "clock" jsonb;
--> statement-breakpoint
-- Salons that are there start with the first clock; their lead sets it on the salon's page.
UPDATE "salons" SET "clock" = '{"zone":"Europe/Amsterdam","hours":24,"opens":"08:30","closes":"18:00"}';
--> statement-breakpoint
ALTER TABLE "salons" ALTER COLUMN "clock" SET NOT NULL;
--> statement-breakpoint
ALTER TABLE "sessions" ADD COLUMN "id" uuid DEFAULT gen_random_uuid() NOT NULL;
--> statement-breakpoint
ALTER TABLE "sessions" ADD COLUMN "started_at" timestamp with time zone DEFAULT now() NOT NULL;
--> statement-breakpoint
ALTER TABLE "sessions" ADD COLUMN "seen_at" timestamp with time zone DEFAULT now() NOT NULL;
--> statement-breakpoint
ALTER TABLE "sessions" ADD COLUMN "agent" text DEFAULT '' NOT NULL;
--> statement-breakpoint
ALTER TABLE "dogs" ADD CONSTRAINT "dogs_of_salon" UNIQUE("salon_id","id");
--> statement-breakpoint
ALTER TABLE "people" ADD CONSTRAINT "people_of_salon" UNIQUE("salon_id","id");
--> statement-breakpoint
ALTER TABLE "tools" ADD CONSTRAINT "tools_of_salon" UNIQUE("salon_id","id");
--> statement-breakpoint
ALTER TABLE "visits" ADD CONSTRAINT "visits_of_salon" UNIQUE("salon_id","id");
--> statement-breakpoint
ALTER TABLE "security_log" ADD CONSTRAINT "security_log_salon_id_salons_salon_id_fk" FOREIGN KEY ("salon_id") REFERENCES "public"."salons"("salon_id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "security_log" ADD CONSTRAINT "security_log_person" FOREIGN KEY ("salon_id","person_id") REFERENCES "public"."people"("salon_id","id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "security_log" ADD CONSTRAINT "security_log_about" FOREIGN KEY ("salon_id","about_id") REFERENCES "public"."people"("salon_id","id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "writes" ADD CONSTRAINT "writes_salon_id_salons_salon_id_fk" FOREIGN KEY ("salon_id") REFERENCES "public"."salons"("salon_id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
CREATE INDEX "security_log_by_time" ON "security_log" USING btree ("salon_id","at");
--> statement-breakpoint
ALTER TABLE "consents" ADD CONSTRAINT "consents_visit" FOREIGN KEY ("salon_id","visit_id") REFERENCES "public"."visits"("salon_id","id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "measures" ADD CONSTRAINT "measures_tool" FOREIGN KEY ("salon_id","tool_id") REFERENCES "public"."tools"("salon_id","id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "plans" ADD CONSTRAINT "plans_visit" FOREIGN KEY ("salon_id","visit_id") REFERENCES "public"."visits"("salon_id","id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "plans" ADD CONSTRAINT "plans_saver" FOREIGN KEY ("salon_id","saved_by") REFERENCES "public"."people"("salon_id","id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "sessions" ADD CONSTRAINT "sessions_person" FOREIGN KEY ("salon_id","person_id") REFERENCES "public"."people"("salon_id","id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "stop_log" ADD CONSTRAINT "stop_log_visit" FOREIGN KEY ("salon_id","visit_id") REFERENCES "public"."visits"("salon_id","id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "stop_log" ADD CONSTRAINT "stop_log_person" FOREIGN KEY ("salon_id","by_id") REFERENCES "public"."people"("salon_id","id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "visits" ADD CONSTRAINT "visits_dog" FOREIGN KEY ("salon_id","dog_id") REFERENCES "public"."dogs"("salon_id","id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "visits" ADD CONSTRAINT "visits_groomer" FOREIGN KEY ("salon_id","groomer_id") REFERENCES "public"."people"("salon_id","id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
CREATE INDEX "sessions_by_person" ON "sessions" USING btree ("salon_id","person_id");
--> statement-breakpoint
CREATE INDEX "tools_by_salon" ON "tools" USING btree ("salon_id","created_at");
--> statement-breakpoint
CREATE INDEX "visits_by_groomer" ON "visits" USING btree ("salon_id","groomer_id","starts_at");
--> statement-breakpoint
CREATE INDEX "measures_by_tool" ON "measures" USING btree ("salon_id","tool_id");
--> statement-breakpoint
CREATE POLICY "security_log_own_salon" ON "security_log" AS PERMISSIVE FOR ALL TO "kurrel_app" USING (salon_id = (select nullif(current_setting('kurrel.salon_id', true), '')::uuid)) WITH CHECK (salon_id = (select nullif(current_setting('kurrel.salon_id', true), '')::uuid));
--> statement-breakpoint
CREATE POLICY "writes_own_salon" ON "writes" AS PERMISSIVE FOR ALL TO "kurrel_app" USING (salon_id = (select nullif(current_setting('kurrel.salon_id', true), '')::uuid)) WITH CHECK (salon_id = (select nullif(current_setting('kurrel.salon_id', true), '')::uuid));
--> statement-breakpoint
ALTER POLICY "consents_own_salon" ON "consents" TO kurrel_app USING (salon_id = (select nullif(current_setting('kurrel.salon_id', true), '')::uuid)) WITH CHECK (salon_id = (select nullif(current_setting('kurrel.salon_id', true), '')::uuid));
--> statement-breakpoint
ALTER POLICY "dogs_own_salon" ON "dogs" TO kurrel_app USING (salon_id = (select nullif(current_setting('kurrel.salon_id', true), '')::uuid)) WITH CHECK (salon_id = (select nullif(current_setting('kurrel.salon_id', true), '')::uuid));
--> statement-breakpoint
ALTER POLICY "measures_own_salon" ON "measures" TO kurrel_app USING (salon_id = (select nullif(current_setting('kurrel.salon_id', true), '')::uuid)) WITH CHECK (salon_id = (select nullif(current_setting('kurrel.salon_id', true), '')::uuid));
--> statement-breakpoint
ALTER POLICY "people_own_salon" ON "people" TO kurrel_app USING (salon_id = (select nullif(current_setting('kurrel.salon_id', true), '')::uuid)) WITH CHECK (salon_id = (select nullif(current_setting('kurrel.salon_id', true), '')::uuid));
--> statement-breakpoint
ALTER POLICY "plans_own_salon" ON "plans" TO kurrel_app USING (salon_id = (select nullif(current_setting('kurrel.salon_id', true), '')::uuid)) WITH CHECK (salon_id = (select nullif(current_setting('kurrel.salon_id', true), '')::uuid));
--> statement-breakpoint
ALTER POLICY "salons_own_salon" ON "salons" TO kurrel_app USING (salon_id = (select nullif(current_setting('kurrel.salon_id', true), '')::uuid)) WITH CHECK (salon_id = (select nullif(current_setting('kurrel.salon_id', true), '')::uuid));
--> statement-breakpoint
ALTER POLICY "sessions_own_salon" ON "sessions" TO kurrel_app USING (salon_id = (select nullif(current_setting('kurrel.salon_id', true), '')::uuid)) WITH CHECK (salon_id = (select nullif(current_setting('kurrel.salon_id', true), '')::uuid));
--> statement-breakpoint
ALTER POLICY "stop_log_own_salon" ON "stop_log" TO kurrel_app USING (salon_id = (select nullif(current_setting('kurrel.salon_id', true), '')::uuid)) WITH CHECK (salon_id = (select nullif(current_setting('kurrel.salon_id', true), '')::uuid));
--> statement-breakpoint
ALTER POLICY "tools_own_salon" ON "tools" TO kurrel_app USING (salon_id = (select nullif(current_setting('kurrel.salon_id', true), '')::uuid)) WITH CHECK (salon_id = (select nullif(current_setting('kurrel.salon_id', true), '')::uuid));
--> statement-breakpoint
ALTER POLICY "visits_own_salon" ON "visits" TO kurrel_app USING (salon_id = (select nullif(current_setting('kurrel.salon_id', true), '')::uuid)) WITH CHECK (salon_id = (select nullif(current_setting('kurrel.salon_id', true), '')::uuid));
--> statement-breakpoint
ALTER TABLE "salons" FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE "people" FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE "sessions" FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE "dogs" FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE "visits" FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE "plans" FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE "stop_log" FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE "consents" FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE "tools" FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE "measures" FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE "writes" FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE "security_log" FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
-- History is added to and read. Nothing the app does removes a salon, a person, a dog, a visit or a tool.
REVOKE UPDATE, DELETE ON plans, measures FROM kurrel_app;
--> statement-breakpoint
REVOKE DELETE ON salons, people, dogs, visits, tools FROM kurrel_app;
--> statement-breakpoint
REVOKE INSERT ON salons FROM kurrel_app;
--> statement-breakpoint
GRANT SELECT, INSERT ON security_log TO kurrel_app;
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE ON writes TO kurrel_app;
--> statement-breakpoint
-- Sign-in names are folded in one place, the contract; what is stored is folded already.
UPDATE "people" SET "login" = lower(normalize("login", NFKC));
--> statement-breakpoint
DROP FUNCTION find_sign_in(text);
--> statement-breakpoint
DROP FUNCTION find_session(text);
--> statement-breakpoint
CREATE FUNCTION find_sign_in(wanted text)
  RETURNS TABLE (person_id uuid, salon_id uuid, password_hash text, disabled boolean)
  LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp
  AS $$ SELECT p.id, p.salon_id, p.password_hash, p.disabled_at IS NOT NULL FROM people p WHERE p.login = wanted $$;
--> statement-breakpoint
-- The session of a token, if it is neither over nor left idle; being asked for keeps it awake.
CREATE FUNCTION find_session(wanted text, idle interval)
  RETURNS TABLE (session_id uuid, person_id uuid, salon_id uuid, name text, role text)
  LANGUAGE sql VOLATILE SECURITY DEFINER SET search_path = public, pg_temp
  AS $$ UPDATE sessions SET seen_at = now()
          WHERE token_hash = wanted AND seen_at < now() - interval '5 minutes' AND seen_at > now() - idle;
        SELECT s.id, p.id, p.salon_id, p.name, p.role FROM sessions s JOIN people p ON p.id = s.person_id
          WHERE s.token_hash = wanted AND s.expires_at > now() AND s.seen_at > now() - idle AND p.disabled_at IS NULL $$;
--> statement-breakpoint
-- What nobody needs any more: sessions that are over, tries long past, answers nobody will ask for again.
CREATE FUNCTION purge_expired(idle interval)
  RETURNS void
  LANGUAGE sql VOLATILE SECURITY DEFINER SET search_path = public, pg_temp
  AS $$ DELETE FROM sessions WHERE expires_at < now() OR seen_at < now() - idle;
        DELETE FROM gate.tries t WHERE t.until < now();
        DELETE FROM writes WHERE at < now() - interval '3 days' $$;
--> statement-breakpoint
-- Text search under row-level security cannot use an index, because LIKE is not leakproof: this function answers for the
-- transaction's own salon and nobody else's.
CREATE EXTENSION IF NOT EXISTS pg_trgm;
--> statement-breakpoint
CREATE EXTENSION IF NOT EXISTS btree_gin;
--> statement-breakpoint
CREATE INDEX "dogs_by_words" ON "dogs" USING gin ("salon_id", "search" gin_trgm_ops);
--> statement-breakpoint
CREATE INDEX "dogs_by_start" ON "dogs" USING btree ("salon_id", "search" text_pattern_ops);
--> statement-breakpoint
CREATE FUNCTION search_dogs(pattern text, patterns text[], archived boolean, after_name text, after_id uuid, most integer)
  RETURNS SETOF dogs
  LANGUAGE plpgsql STABLE SECURITY DEFINER SET search_path = public, pg_temp
  AS $$ BEGIN RETURN QUERY EXECUTE
        'SELECT * FROM dogs WHERE salon_id = $1 AND search LIKE $2 AND search LIKE ALL ($3)
           AND (archived_at IS NOT NULL) = $4 AND (name, id) > ($5, $6) ORDER BY name, id LIMIT $7'
        USING nullif(current_setting('kurrel.salon_id', true), '')::uuid, pattern, patterns, archived, after_name, after_id, most;
      END $$;
--> statement-breakpoint
-- An owner's name goes from the salon's dogs and from what was signed; what was done to the dogs stays.
CREATE FUNCTION erase_owner(wanted text)
  RETURNS integer
  LANGUAGE plpgsql VOLATILE SECURITY DEFINER SET search_path = public, pg_temp
  AS $$ DECLARE salon uuid := nullif(current_setting('kurrel.salon_id', true), '')::uuid; theirs uuid[];
      BEGIN
        SELECT array_agg(id) INTO theirs FROM dogs WHERE salon_id = salon AND owner = wanted;
        UPDATE consents c SET signed = signed || '{"signedBy":"","signature":{"width":1,"height":1,"strokes":[]},"erased":true}'
          FROM visits v WHERE v.id = c.visit_id AND c.salon_id = salon AND v.dog_id = ANY (theirs);
        UPDATE dogs SET owner = '', version = version + 1 WHERE id = ANY (theirs);
        UPDATE writes SET answer = answer - 'body' WHERE salon_id = salon;
        RETURN coalesce(cardinality(theirs), 0);
      END $$;
--> statement-breakpoint
REVOKE ALL ON FUNCTION find_sign_in(text), find_session(text, interval), purge_expired(interval),
  search_dogs(text, text[], boolean, text, uuid, integer), erase_owner(text) FROM PUBLIC;
--> statement-breakpoint
GRANT EXECUTE ON FUNCTION find_sign_in(text), find_session(text, interval), purge_expired(interval),
  search_dogs(text, text[], boolean, text, uuid, integer), erase_owner(text) TO kurrel_app;
--> statement-breakpoint
-- A plan is read whole or not at all: kept as the text it is, packed quickly.
ALTER TABLE plans ALTER COLUMN plan TYPE json;
--> statement-breakpoint
ALTER TABLE plans ALTER COLUMN plan SET COMPRESSION lz4;
