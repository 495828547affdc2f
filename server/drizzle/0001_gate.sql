-- What the app may touch: the rows that row-level security lets it see, nothing of the schema.
GRANT USAGE ON SCHEMA public TO kurrel_app;--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON salons, people, sessions, dogs, visits, plans, tools, measures TO kurrel_app;--> statement-breakpoint
-- Before anybody is signed in there is no salon to belong to. These functions are the only way through the gate:
-- each answers one question about one name or one token and shows nothing else.
CREATE FUNCTION find_sign_in(wanted text)
  RETURNS TABLE (person_id uuid, salon_id uuid, password_hash text)
  LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp
  AS $$ SELECT p.id, p.salon_id, p.password_hash FROM people p WHERE lower(p.login) = lower(wanted) $$;--> statement-breakpoint
CREATE FUNCTION find_session(wanted text)
  RETURNS TABLE (person_id uuid, salon_id uuid, name text, role text)
  LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp
  AS $$ SELECT p.id, p.salon_id, p.name, p.role FROM sessions s JOIN people p ON p.id = s.person_id
        WHERE s.token_hash = wanted AND s.expires_at > now() $$;--> statement-breakpoint
-- Failed sign-ins by caller, shared by every server process.
CREATE SCHEMA gate;--> statement-breakpoint
CREATE TABLE gate.tries (caller text PRIMARY KEY, count integer NOT NULL, until timestamptz NOT NULL);--> statement-breakpoint
CREATE FUNCTION count_try(who text, step integer, window_seconds integer)
  RETURNS TABLE (count integer, until timestamptz)
  LANGUAGE sql VOLATILE SECURITY DEFINER SET search_path = gate, pg_temp
  AS $$ INSERT INTO gate.tries AS t VALUES (who, greatest(step, 0), now() + make_interval(secs => window_seconds))
        ON CONFLICT (caller) DO UPDATE SET
          count = CASE WHEN t.until < now() THEN greatest(step, 0) ELSE greatest(t.count + step, 0) END,
          until = CASE WHEN t.until < now() THEN excluded.until ELSE t.until END
        RETURNING t.count, t.until $$;--> statement-breakpoint
REVOKE ALL ON FUNCTION find_sign_in(text), find_session(text), count_try(text, integer, integer) FROM PUBLIC;--> statement-breakpoint
GRANT EXECUTE ON FUNCTION find_sign_in(text), find_session(text), count_try(text, integer, integer) TO kurrel_app;
