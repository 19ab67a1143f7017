CREATE TABLE "confirmations" (
	"id" uuid PRIMARY KEY NOT NULL,
	"shop_id" uuid NOT NULL,
	"job_id" uuid NOT NULL,
	"reading_id" uuid NOT NULL,
	"by" uuid NOT NULL,
	"by_name" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "confirmed_once" UNIQUE("shop_id","job_id","reading_id")
);
--> statement-breakpoint
CREATE TABLE "station_lines" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"shop_id" uuid NOT NULL,
	"job_id" uuid NOT NULL,
	"line" text NOT NULL,
	"answer" text NOT NULL,
	"text" text NOT NULL,
	"by" uuid NOT NULL,
	"by_name" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "station_line_text" CHECK (length(trim("station_lines"."text")) > 0)
);
--> statement-breakpoint
DROP INDEX "jobs_closed";--> statement-breakpoint
ALTER TABLE "limits" ADD COLUMN "rule" text;--> statement-breakpoint
ALTER TABLE "confirmations" ADD CONSTRAINT "confirmations_shop_id_shops_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shops"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "confirmations" ADD CONSTRAINT "confirmations_reading" FOREIGN KEY ("shop_id","job_id","reading_id") REFERENCES "public"."readings"("shop_id","job_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "confirmations" ADD CONSTRAINT "confirmations_by" FOREIGN KEY ("shop_id","by") REFERENCES "public"."members"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "station_lines" ADD CONSTRAINT "station_lines_shop_id_shops_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shops"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "station_lines" ADD CONSTRAINT "station_lines_job" FOREIGN KEY ("shop_id","job_id") REFERENCES "public"."jobs"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "station_lines" ADD CONSTRAINT "station_lines_by" FOREIGN KEY ("shop_id","by") REFERENCES "public"."members"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "station_lines_job_at" ON "station_lines" USING btree ("shop_id","job_id","at");--> statement-breakpoint
CREATE INDEX "jobs_released" ON "jobs" USING btree ("shop_id","booked_at" DESC NULLS FIRST) WHERE state = 'released';--> statement-breakpoint
CREATE INDEX "jobs_left" ON "jobs" USING btree ("shop_id","booked_at" DESC NULLS FIRST) WHERE state = 'left-unreleased';
--> statement-breakpoint
DO $$
DECLARE name text;
BEGIN
  FOREACH name IN ARRAY ARRAY['confirmations', 'station_lines'] LOOP
    EXECUTE format('CREATE TRIGGER %I BEFORE UPDATE OR DELETE ON %I FOR EACH ROW EXECUTE FUNCTION refuse_change()', name || '_append_only', name);
    EXECUTE format('CREATE TRIGGER %I BEFORE TRUNCATE ON %I FOR EACH STATEMENT EXECUTE FUNCTION refuse_change()', name || '_no_truncate', name);
    EXECUTE format('CREATE TRIGGER %I BEFORE INSERT ON %I FOR EACH ROW EXECUTE FUNCTION refuse_on_closed_job()', name || '_open_job', name);
    EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', name);
    EXECUTE format('CREATE POLICY shop ON %I USING (shop_id = (SELECT this_shop())) WITH CHECK (shop_id = (SELECT this_shop()))', name);
  END LOOP;
END $$;
