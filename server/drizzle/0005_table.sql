CREATE TABLE "bottles" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"salon_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"kind_id" text NOT NULL,
	"label" text NOT NULL,
	"dilution" jsonb,
	"left_ml" double precision NOT NULL,
	"removed_at" timestamp with time zone,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "bottles" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "work_log" (
	"id" uuid NOT NULL,
	"salon_id" uuid NOT NULL,
	"visit_id" uuid NOT NULL,
	"at" timestamp (3) with time zone NOT NULL,
	"received_at" timestamp with time zone DEFAULT now() NOT NULL,
	"by_id" uuid NOT NULL,
	"device" text NOT NULL,
	"kind" text NOT NULL,
	"act" jsonb NOT NULL,
	"tool_id" uuid,
	"minutes" double precision,
	CONSTRAINT "work_log_salon_id_id_pk" PRIMARY KEY("salon_id","id")
);
--> statement-breakpoint
ALTER TABLE "work_log" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "visits" ADD COLUMN "work" jsonb;--> statement-breakpoint
ALTER TABLE "visits" ADD COLUMN "work_version" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "bottles" ADD CONSTRAINT "bottles_salon_id_salons_salon_id_fk" FOREIGN KEY ("salon_id") REFERENCES "public"."salons"("salon_id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "work_log" ADD CONSTRAINT "work_log_salon_id_salons_salon_id_fk" FOREIGN KEY ("salon_id") REFERENCES "public"."salons"("salon_id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "work_log" ADD CONSTRAINT "work_log_visit" FOREIGN KEY ("salon_id","visit_id") REFERENCES "public"."visits"("salon_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "work_log" ADD CONSTRAINT "work_log_person" FOREIGN KEY ("salon_id","by_id") REFERENCES "public"."people"("salon_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "bottles_by_salon" ON "bottles" USING btree ("salon_id","created_at");--> statement-breakpoint
CREATE INDEX "work_log_by_visit" ON "work_log" USING btree ("visit_id","at");--> statement-breakpoint
CREATE INDEX "work_log_by_tool" ON "work_log" USING btree ("salon_id","tool_id");--> statement-breakpoint
CREATE POLICY "bottles_own_salon" ON "bottles" AS PERMISSIVE FOR ALL TO "kurrel_app" USING (salon_id = (select nullif(current_setting('kurrel.salon_id', true), '')::uuid)) WITH CHECK (salon_id = (select nullif(current_setting('kurrel.salon_id', true), '')::uuid));--> statement-breakpoint
CREATE POLICY "work_log_own_salon" ON "work_log" AS PERMISSIVE FOR ALL TO "kurrel_app" USING (salon_id = (select nullif(current_setting('kurrel.salon_id', true), '')::uuid)) WITH CHECK (salon_id = (select nullif(current_setting('kurrel.salon_id', true), '')::uuid));--> statement-breakpoint
ALTER TABLE bottles FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE work_log FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE ON bottles TO kurrel_app;
--> statement-breakpoint
-- What was done stays done: acts are added and read.
GRANT SELECT, INSERT ON work_log TO kurrel_app;
