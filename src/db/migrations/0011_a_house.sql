CREATE TABLE "entries" (
	"id" uuid PRIMARY KEY NOT NULL,
	"shop_id" uuid NOT NULL,
	"job_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"gate" "gate_name" NOT NULL,
	"body" jsonb NOT NULL,
	"by" uuid NOT NULL,
	"by_name" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"filed_at" timestamp with time zone DEFAULT now() NOT NULL,
	"brought_in" jsonb,
	CONSTRAINT "entry_kind" CHECK ("entries"."kind" ~ '^[a-z][a-z0-9-]{0,39}$'),
	CONSTRAINT "entry_body" CHECK (jsonb_typeof("entries"."body") = 'object' and length("entries"."body"::text) <= 20000)
);
--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "plan_parts" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "entries" ADD CONSTRAINT "entries_shop_id_shops_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shops"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "entries" ADD CONSTRAINT "entries_job" FOREIGN KEY ("shop_id","job_id") REFERENCES "public"."jobs"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "entries" ADD CONSTRAINT "entries_by" FOREIGN KEY ("shop_id","by") REFERENCES "public"."members"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "entries_job_at" ON "entries" USING btree ("shop_id","job_id","at");--> statement-breakpoint
CREATE INDEX "readings_lately" ON "readings" USING btree ("shop_id","taken_at" DESC NULLS FIRST);--> statement-breakpoint
ALTER TABLE "invitations" ADD CONSTRAINT "invitation_kind" CHECK ("invitations"."kind" in ('join', 'password'));--> statement-breakpoint
ALTER TABLE "station_lines" ADD CONSTRAINT "station_line_answer" CHECK ("station_lines"."answer" in ('checked', 'not-done-here'));--> statement-breakpoint
ALTER TABLE "geometries" ADD CONSTRAINT "geometry_stage" CHECK ("geometries"."stage" in ('before', 'as-built'));--> statement-breakpoint
ALTER TABLE "geometry_pins" ADD CONSTRAINT "geometry_pin_stage" CHECK ("geometry_pins"."stage" in ('before', 'as-built'));--> statement-breakpoint
ALTER TABLE "changes" ADD CONSTRAINT "change_kind" CHECK ("changes"."kind" in ('spring', 'tyre-or-wheel', 'tyre-pressure', 'load', 'alignment', 'trim', 'lip', 'body-lift', 'brake-hose', 'sway-link', 'track-bar-or-arm', 'shock-or-strap', 'lamp'));--> statement-breakpoint
ALTER TABLE "jobs" ADD CONSTRAINT "job_school" CHECK ("jobs"."height_school" in ('hub-to-lip', 'floor-to-lip'));--> statement-breakpoint
ALTER TABLE "jobs" ADD CONSTRAINT "job_promise_front" CHECK ("jobs"."promise_front" in ('Street', 'Trail', 'Crossed'));--> statement-breakpoint
ALTER TABLE "jobs" ADD CONSTRAINT "job_promise_rear" CHECK ("jobs"."promise_rear" in ('Street', 'Trail', 'Crossed'));--> statement-breakpoint
ALTER TABLE "jobs" ADD CONSTRAINT "job_reference" CHECK ("jobs"."reference_kind" in ('maker-stock', 'like-vehicle', 'before'));--> statement-breakpoint
ALTER TABLE "jobs" ADD CONSTRAINT "job_plan_parts" CHECK (jsonb_typeof("jobs"."plan_parts") = 'object' and length("jobs"."plan_parts"::text) <= 20000);--> statement-breakpoint
ALTER TABLE "readings" ADD CONSTRAINT "reading_state" CHECK ("readings"."state" in ('floor', 'floor-left', 'floor-right', 'below', 'ramp', 'droop', 'droop-left', 'droop-right'));--> statement-breakpoint
ALTER TABLE "sign_offs" ADD CONSTRAINT "sign_off_kind" CHECK ("sign_offs"."kind" in ('released', 'left-unreleased'));--> statement-breakpoint
ALTER TABLE "limits" ADD CONSTRAINT "limit_rule" CHECK ("limits"."rule" in ('comfort', 'function', 'safety'));--> statement-breakpoint
ALTER TABLE "shops" ADD CONSTRAINT "shop_pressure_unit" CHECK ("shops"."pressure_unit" in ('psi', 'kPa', 'bar'));--> statement-breakpoint
ALTER TABLE "shops" ADD CONSTRAINT "shop_mass_unit" CHECK ("shops"."mass_unit" in ('kg', 'lb'));--> statement-breakpoint
ALTER TABLE "vehicles" ADD CONSTRAINT "vehicle_body" CHECK ("vehicles"."body" in ('wagon', 'pickup', 'van'));--> statement-breakpoint
ALTER TABLE "vehicles" ADD CONSTRAINT "vehicle_front" CHECK ("vehicles"."front_suspension" in ('wishbone-coil-over', 'wishbone-torsion-bar', 'beam-links', 'beam-radius-arms', 'beam-leaves'));--> statement-breakpoint
ALTER TABLE "vehicles" ADD CONSTRAINT "vehicle_rear" CHECK ("vehicles"."rear_suspension" in ('beam-links', 'beam-triangulated', 'beam-leaves'));--> statement-breakpoint
ALTER TABLE "vehicles" ADD CONSTRAINT "vehicle_rear_hose" CHECK ("vehicles"."rear_hose" in ('centre', 'per-wheel'));--> statement-breakpoint
ALTER TABLE "vehicles" ADD CONSTRAINT "vehicle_sway_link" CHECK ("vehicles"."sway_link" in ('down', 'up'));--> statement-breakpoint
-- What every table of a shop must have, each in one place: a later table names itself and no more.
CREATE FUNCTION keep_append_only(name text) RETURNS void LANGUAGE plpgsql SET search_path = pg_catalog, public, pg_temp AS $$
BEGIN
  EXECUTE format('CREATE TRIGGER %I BEFORE UPDATE OR DELETE ON public.%I FOR EACH ROW EXECUTE FUNCTION public.refuse_change()', name || '_append_only', name);
  EXECUTE format('CREATE TRIGGER %I BEFORE TRUNCATE ON public.%I FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change()', name || '_no_truncate', name);
  EXECUTE format('CREATE TRIGGER %I BEFORE INSERT ON public.%I FOR EACH ROW EXECUTE FUNCTION public.refuse_on_closed_job()', name || '_open_job', name);
END $$;
--> statement-breakpoint
CREATE FUNCTION keep_to_its_shop(name text) RETURNS void LANGUAGE plpgsql SET search_path = pg_catalog, public, pg_temp AS $$
BEGIN
  EXECUTE format('ALTER TABLE public.%I ENABLE ROW LEVEL SECURITY', name);
  EXECUTE format('CREATE POLICY shop ON public.%I USING (shop_id = (SELECT this_shop())) WITH CHECK (shop_id = (SELECT this_shop()))', name);
END $$;
--> statement-breakpoint
REVOKE EXECUTE ON FUNCTION keep_append_only(text), keep_to_its_shop(text) FROM PUBLIC;
--> statement-breakpoint
SELECT keep_append_only('entries');
--> statement-breakpoint
SELECT keep_to_its_shop('entries');
