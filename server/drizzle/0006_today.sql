CREATE TABLE "outbox" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"salon_id" uuid NOT NULL,
	"visit_id" uuid NOT NULL,
	"by_id" uuid NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"subject" text NOT NULL,
	"text" text NOT NULL,
	"message" text NOT NULL
);
--> statement-breakpoint
ALTER TABLE "outbox" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "visits" ADD COLUMN "stretches" jsonb;--> statement-breakpoint
ALTER TABLE "visits" ADD COLUMN "absent_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "visits" ADD COLUMN "finished_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "outbox" ADD CONSTRAINT "outbox_salon_id_salons_salon_id_fk" FOREIGN KEY ("salon_id") REFERENCES "public"."salons"("salon_id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "outbox" ADD CONSTRAINT "outbox_visit" FOREIGN KEY ("salon_id","visit_id") REFERENCES "public"."visits"("salon_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "outbox" ADD CONSTRAINT "outbox_person" FOREIGN KEY ("salon_id","by_id") REFERENCES "public"."people"("salon_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "outbox_by_salon" ON "outbox" USING btree ("salon_id","at");--> statement-breakpoint
CREATE POLICY "outbox_own_salon" ON "outbox" AS PERMISSIVE FOR ALL TO "kurrel_app" USING (salon_id = (select nullif(current_setting('kurrel.salon_id', true), '')::uuid)) WITH CHECK (salon_id = (select nullif(current_setting('kurrel.salon_id', true), '')::uuid));--> statement-breakpoint
ALTER TABLE outbox FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
GRANT SELECT, INSERT ON outbox TO kurrel_app;
--> statement-breakpoint
UPDATE salons SET policy = policy || '{"places": {"table": 3, "tub": 1, "dryer": 2}}' WHERE NOT policy ? 'places';
--> statement-breakpoint
-- An owner's name goes from what was written to them too.
CREATE OR REPLACE FUNCTION erase_owner(wanted text)
  RETURNS integer
  LANGUAGE plpgsql VOLATILE SECURITY DEFINER SET search_path = public, pg_temp
  AS $$ DECLARE salon uuid := nullif(current_setting('kurrel.salon_id', true), '')::uuid; theirs uuid[];
      BEGIN
        SELECT array_agg(id) INTO theirs FROM dogs WHERE salon_id = salon AND owner = wanted;
        UPDATE consents c SET signed = signed || '{"signedBy":"","signature":{"width":1,"height":1,"strokes":[]},"erased":true}'
          FROM visits v WHERE v.id = c.visit_id AND c.salon_id = salon AND v.dog_id = ANY (theirs);
        UPDATE outbox o SET text = '', message = ''
          FROM visits v WHERE v.id = o.visit_id AND o.salon_id = salon AND v.dog_id = ANY (theirs);
        UPDATE dogs SET owner = '', version = version + 1 WHERE id = ANY (theirs);
        UPDATE writes SET answer = answer - 'body' WHERE salon_id = salon;
        RETURN coalesce(cardinality(theirs), 0);
      END $$;
