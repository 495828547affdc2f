ALTER TABLE "visits" ADD COLUMN "owner" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "work_log" ADD COLUMN "sent_by_id" uuid;--> statement-breakpoint
ALTER TABLE "work_log" ADD COLUMN "marks" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "work_log" ADD COLUMN "confirmed_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "work_log" ADD CONSTRAINT "work_log_sender" FOREIGN KEY ("salon_id","sent_by_id") REFERENCES "public"."people"("salon_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
-- Whose dog it was at each visit; where nobody wrote it down, whose it is now.
UPDATE visits v SET owner = d.owner FROM dogs d WHERE d.id = v.dog_id;
--> statement-breakpoint
CREATE FUNCTION visit_owner() RETURNS trigger LANGUAGE plpgsql AS $$
  BEGIN
    IF NEW.owner = '' THEN SELECT d.owner INTO NEW.owner FROM dogs d WHERE d.id = NEW.dog_id; END IF;
    NEW.owner := coalesce(NEW.owner, '');
    RETURN NEW;
  END $$;
--> statement-breakpoint
CREATE TRIGGER visit_owner BEFORE INSERT ON visits FOR EACH ROW EXECUTE FUNCTION visit_owner();
--> statement-breakpoint
-- A dog that is sold: what is still to come is the new owner's, what has been stays the old one's.
CREATE FUNCTION dog_sold() RETURNS trigger LANGUAGE plpgsql AS $$
  BEGIN
    UPDATE visits SET owner = NEW.owner WHERE dog_id = NEW.id AND record IS NULL AND finished_at IS NULL AND starts_at > now() - interval '1 day';
    RETURN NEW;
  END $$;
--> statement-breakpoint
CREATE TRIGGER dog_sold AFTER UPDATE OF owner ON dogs FOR EACH ROW WHEN (OLD.owner IS DISTINCT FROM NEW.owner) EXECUTE FUNCTION dog_sold();
--> statement-breakpoint
CREATE INDEX "visits_by_owner" ON "visits" USING btree ("salon_id", "owner");
--> statement-breakpoint
-- The session of a token as it is: looking does not keep it awake.
CREATE FUNCTION peek_session(wanted text, idle interval)
  RETURNS TABLE (session_id uuid, person_id uuid, salon_id uuid, name text, role text)
  LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp
  AS $$ SELECT s.id, p.id, p.salon_id, p.name, p.role FROM sessions s JOIN people p ON p.id = s.person_id
          WHERE s.token_hash = wanted AND s.expires_at > now() AND s.seen_at > now() - idle AND p.disabled_at IS NULL $$;
--> statement-breakpoint
-- Whoever did acts that another sent says that they are theirs; nothing else of the log changes.
CREATE FUNCTION confirm_acts(visit uuid, doer uuid)
  RETURNS void
  LANGUAGE sql VOLATILE SECURITY DEFINER SET search_path = public, pg_temp
  AS $$ UPDATE work_log SET confirmed_at = now()
          WHERE visit_id = visit AND by_id = doer AND sent_by_id IS NOT NULL AND confirmed_at IS NULL
            AND salon_id = nullif(current_setting('kurrel.salon_id', true), '')::uuid $$;
--> statement-breakpoint
-- An owner's name goes from every place it can stand, by who owned the dog then; what was written about the dog stays.
DROP FUNCTION erase_owner(text);
--> statement-breakpoint
CREATE FUNCTION without_name(said text, wanted text) RETURNS text LANGUAGE sql IMMUTABLE
  AS $$ SELECT regexp_replace(said, '(^|[^[:alnum:]])' || regexp_replace(wanted, '([][().*+?^$|{}\\])', '\\\1', 'g') || '($|[^[:alnum:]])', '\1…\2', 'gi') $$;
--> statement-breakpoint
CREATE FUNCTION erase_owner(wanted text)
  RETURNS integer
  LANGUAGE plpgsql VOLATILE SECURITY DEFINER SET search_path = public, pg_temp
  AS $$ DECLARE
        salon uuid := nullif(current_setting('kurrel.salon_id', true), '')::uuid;
        -- As it stands within JSON.
        quoted text := trim(both '"' from to_json(wanted)::text);
        theirs uuid[]; known uuid[];
      BEGIN
        SELECT array_agg(id) INTO theirs FROM visits WHERE salon_id = salon AND owner = wanted;
        SELECT array_agg(id) INTO known FROM dogs
          WHERE salon_id = salon AND (owner = wanted OR id IN (SELECT dog_id FROM visits WHERE id = ANY (theirs)));
        UPDATE consents SET signed = signed || '{"signedBy":"","signature":{"width":1,"height":1,"strokes":[]},"erased":true}'
          WHERE salon_id = salon AND visit_id = ANY (theirs);
        UPDATE outbox SET subject = without_name(subject, wanted), text = '', message = ''
          WHERE salon_id = salon AND visit_id = ANY (theirs);
        UPDATE visits SET owner = '' WHERE id = ANY (theirs);
        UPDATE dogs SET owner = '', version = version + 1 WHERE salon_id = salon AND owner = wanted;
        UPDATE dogs SET remember = without_name(remember::text, quoted)::jsonb, signs = without_name(signs::text, quoted)::jsonb
          WHERE id = ANY (known);
        UPDATE visits SET what = without_name(what, wanted), record = without_name(record::text, quoted)::jsonb,
            hands = without_name(hands::text, quoted)::jsonb, asked = without_name(asked::text, quoted)::jsonb
          WHERE dog_id = ANY (known);
        UPDATE plans SET choices = without_name(choices::text, quoted)::jsonb, plan = without_name(plan::text, quoted)::json
          WHERE visit_id IN (SELECT id FROM visits WHERE dog_id = ANY (known))
            AND (choices::text ILIKE '%' || quoted || '%' OR plan::text ILIKE '%' || quoted || '%');
        UPDATE work_log SET act = without_name(act::text, quoted)::jsonb
          WHERE visit_id IN (SELECT id FROM visits WHERE dog_id = ANY (known)) AND act::text ILIKE '%' || quoted || '%';
        UPDATE stop_log SET note = without_name(note, wanted)
          WHERE visit_id IN (SELECT id FROM visits WHERE dog_id = ANY (known));
        UPDATE writes SET answer = answer - 'body' WHERE salon_id = salon;
        RETURN coalesce(cardinality(known), 0);
      END $$;
--> statement-breakpoint
-- Free texts about the dogs of an owner that may still name them: by a word of the name, for somebody to read.
CREATE FUNCTION texts_naming(dog_ids uuid[], words text[])
  RETURNS TABLE (dog text, place text, said text)
  LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp
  AS $$ WITH own AS (SELECT id, name, remember, signs FROM dogs
                      WHERE id = ANY (dog_ids) AND salon_id = nullif(current_setting('kurrel.salon_id', true), '')::uuid),
             seen AS (SELECT v.*, o.name AS dog_name FROM visits v JOIN own o ON o.id = v.dog_id),
             texts AS (
               SELECT o.name AS dog, 'card' AS place, line AS said FROM own o, jsonb_array_elements_text(o.remember) line
               UNION ALL SELECT o.name, 'finding', s ->> 'note' FROM own o, jsonb_array_elements(o.signs) s
               UNION ALL SELECT dog_name, 'booking', what FROM seen
               UNION ALL SELECT dog_name, 'record', record ->> 'note' FROM seen
               UNION ALL SELECT dog_name, 'finding', s ->> 'note' FROM seen, jsonb_array_elements(coalesce(hands -> 'signs', '[]')) s
               UNION ALL SELECT seen.dog_name, 'reason', o ->> 'reason' FROM plans p JOIN seen ON seen.id = p.visit_id,
                         jsonb_array_elements(coalesce(p.choices -> 'overrides', '[]')) o
               UNION ALL SELECT seen.dog_name, 'table', w.act ->> 'text' FROM work_log w JOIN seen ON seen.id = w.visit_id
               UNION ALL SELECT seen.dog_name, 'stop', l.note FROM stop_log l JOIN seen ON seen.id = l.visit_id)
        SELECT DISTINCT dog, place, said FROM texts
          WHERE said IS NOT NULL AND EXISTS (SELECT 1 FROM unnest(words) word WHERE said ILIKE '%' || word || '%') $$;
--> statement-breakpoint
REVOKE ALL ON FUNCTION peek_session(text, interval), confirm_acts(uuid, uuid), erase_owner(text), texts_naming(uuid[], text[]) FROM PUBLIC;
--> statement-breakpoint
GRANT EXECUTE ON FUNCTION peek_session(text, interval), confirm_acts(uuid, uuid), erase_owner(text), texts_naming(uuid[], text[]) TO kurrel_app;
