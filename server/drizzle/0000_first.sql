CREATE TABLE "dogs" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"salon_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"name" text NOT NULL,
	"breed_id" text NOT NULL,
	"breed_called" text DEFAULT '' NOT NULL,
	"owner" text DEFAULT '' NOT NULL,
	"born_on" date NOT NULL,
	"coat_type" text NOT NULL,
	"coat_modifiers" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"dense" boolean DEFAULT false NOT NULL,
	"measurements" jsonb DEFAULT '{}'::jsonb NOT NULL,
	"findings" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"restrictions" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"remember" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"archived_at" timestamp with time zone,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "dogs" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "measures" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"salon_id" uuid NOT NULL,
	"tool_id" uuid NOT NULL,
	"taken_at" timestamp with time zone DEFAULT now() NOT NULL,
	"coat_class" text NOT NULL,
	"direction" text NOT NULL,
	"measured_mm" double precision NOT NULL,
	"expected_mm" double precision NOT NULL
);
--> statement-breakpoint
ALTER TABLE "measures" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "people" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"salon_id" uuid NOT NULL,
	"login" text NOT NULL,
	"name" text NOT NULL,
	"role" text NOT NULL,
	"hand" text DEFAULT 'right' NOT NULL,
	"password_hash" text NOT NULL,
	CONSTRAINT "people_login_unique" UNIQUE("login")
);
--> statement-breakpoint
ALTER TABLE "people" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "plans" (
	"visit_id" uuid NOT NULL,
	"version" integer NOT NULL,
	"salon_id" uuid NOT NULL,
	"choices" jsonb NOT NULL,
	"plan" jsonb NOT NULL,
	"saved_by" uuid NOT NULL,
	"saved_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "plans_visit_id_version_pk" PRIMARY KEY("visit_id","version")
);
--> statement-breakpoint
ALTER TABLE "plans" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "salons" (
	"salon_id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"name" text NOT NULL,
	"unit" text DEFAULT 'mm' NOT NULL,
	"schools" jsonb NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "salons" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "sessions" (
	"token_hash" text PRIMARY KEY NOT NULL,
	"salon_id" uuid NOT NULL,
	"person_id" uuid NOT NULL,
	"expires_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "sessions" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "tools" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"salon_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"kind_id" text NOT NULL,
	"label" text NOT NULL,
	"length_mm" double precision,
	"dull" boolean DEFAULT false NOT NULL,
	"at_hand" boolean DEFAULT true NOT NULL,
	"removed_at" timestamp with time zone,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "tools" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "visits" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"salon_id" uuid NOT NULL,
	"dog_id" uuid NOT NULL,
	"groomer_id" uuid NOT NULL,
	"starts_at" timestamp with time zone NOT NULL,
	"minutes" integer NOT NULL,
	"what" text NOT NULL,
	"asked" jsonb,
	"hair_mm" jsonb DEFAULT '{}'::jsonb NOT NULL,
	"record" jsonb
);
--> statement-breakpoint
ALTER TABLE "visits" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "dogs" ADD CONSTRAINT "dogs_salon_id_salons_salon_id_fk" FOREIGN KEY ("salon_id") REFERENCES "public"."salons"("salon_id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "measures" ADD CONSTRAINT "measures_salon_id_salons_salon_id_fk" FOREIGN KEY ("salon_id") REFERENCES "public"."salons"("salon_id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "measures" ADD CONSTRAINT "measures_tool_id_tools_id_fk" FOREIGN KEY ("tool_id") REFERENCES "public"."tools"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "people" ADD CONSTRAINT "people_salon_id_salons_salon_id_fk" FOREIGN KEY ("salon_id") REFERENCES "public"."salons"("salon_id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "plans" ADD CONSTRAINT "plans_visit_id_visits_id_fk" FOREIGN KEY ("visit_id") REFERENCES "public"."visits"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "plans" ADD CONSTRAINT "plans_salon_id_salons_salon_id_fk" FOREIGN KEY ("salon_id") REFERENCES "public"."salons"("salon_id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "plans" ADD CONSTRAINT "plans_saved_by_people_id_fk" FOREIGN KEY ("saved_by") REFERENCES "public"."people"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sessions" ADD CONSTRAINT "sessions_salon_id_salons_salon_id_fk" FOREIGN KEY ("salon_id") REFERENCES "public"."salons"("salon_id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sessions" ADD CONSTRAINT "sessions_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "tools" ADD CONSTRAINT "tools_salon_id_salons_salon_id_fk" FOREIGN KEY ("salon_id") REFERENCES "public"."salons"("salon_id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "visits" ADD CONSTRAINT "visits_salon_id_salons_salon_id_fk" FOREIGN KEY ("salon_id") REFERENCES "public"."salons"("salon_id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "visits" ADD CONSTRAINT "visits_dog_id_dogs_id_fk" FOREIGN KEY ("dog_id") REFERENCES "public"."dogs"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "visits" ADD CONSTRAINT "visits_groomer_id_people_id_fk" FOREIGN KEY ("groomer_id") REFERENCES "public"."people"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "dogs_by_name" ON "dogs" USING btree ("salon_id","name");--> statement-breakpoint
CREATE INDEX "measures_by_tool" ON "measures" USING btree ("tool_id");--> statement-breakpoint
CREATE INDEX "visits_by_day" ON "visits" USING btree ("salon_id","starts_at");--> statement-breakpoint
CREATE INDEX "visits_by_dog" ON "visits" USING btree ("dog_id","starts_at");--> statement-breakpoint
CREATE POLICY "dogs_own_salon" ON "dogs" AS PERMISSIVE FOR ALL TO "kurrel_app" USING (salon_id = nullif(current_setting('kurrel.salon_id', true), '')::uuid) WITH CHECK (salon_id = nullif(current_setting('kurrel.salon_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "measures_own_salon" ON "measures" AS PERMISSIVE FOR ALL TO "kurrel_app" USING (salon_id = nullif(current_setting('kurrel.salon_id', true), '')::uuid) WITH CHECK (salon_id = nullif(current_setting('kurrel.salon_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "people_own_salon" ON "people" AS PERMISSIVE FOR ALL TO "kurrel_app" USING (salon_id = nullif(current_setting('kurrel.salon_id', true), '')::uuid) WITH CHECK (salon_id = nullif(current_setting('kurrel.salon_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "plans_own_salon" ON "plans" AS PERMISSIVE FOR ALL TO "kurrel_app" USING (salon_id = nullif(current_setting('kurrel.salon_id', true), '')::uuid) WITH CHECK (salon_id = nullif(current_setting('kurrel.salon_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "salons_own_salon" ON "salons" AS PERMISSIVE FOR ALL TO "kurrel_app" USING (salon_id = nullif(current_setting('kurrel.salon_id', true), '')::uuid) WITH CHECK (salon_id = nullif(current_setting('kurrel.salon_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "sessions_own_salon" ON "sessions" AS PERMISSIVE FOR ALL TO "kurrel_app" USING (salon_id = nullif(current_setting('kurrel.salon_id', true), '')::uuid) WITH CHECK (salon_id = nullif(current_setting('kurrel.salon_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "tools_own_salon" ON "tools" AS PERMISSIVE FOR ALL TO "kurrel_app" USING (salon_id = nullif(current_setting('kurrel.salon_id', true), '')::uuid) WITH CHECK (salon_id = nullif(current_setting('kurrel.salon_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "visits_own_salon" ON "visits" AS PERMISSIVE FOR ALL TO "kurrel_app" USING (salon_id = nullif(current_setting('kurrel.salon_id', true), '')::uuid) WITH CHECK (salon_id = nullif(current_setting('kurrel.salon_id', true), '')::uuid);