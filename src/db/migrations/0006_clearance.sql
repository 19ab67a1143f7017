CREATE TABLE "fit_settings" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"shop_id" uuid NOT NULL,
	"rules" jsonb NOT NULL,
	"stock" jsonb NOT NULL,
	"set_by" uuid NOT NULL,
	"set_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "fitments" jsonb DEFAULT '{"asked":null,"suggested":null}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "fit_settings" ADD CONSTRAINT "fit_settings_shop_id_shops_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shops"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "fit_settings" ADD CONSTRAINT "fit_settings_by" FOREIGN KEY ("shop_id","set_by") REFERENCES "public"."members"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "fit_settings_latest" ON "fit_settings" USING btree ("shop_id","set_at" DESC NULLS FIRST);--> statement-breakpoint
DO $$
DECLARE name text;
BEGIN
  FOREACH name IN ARRAY ARRAY['fit_settings'] LOOP
    EXECUTE format('CREATE TRIGGER %I BEFORE UPDATE OR DELETE ON %I FOR EACH ROW EXECUTE FUNCTION refuse_change()', name || '_append_only', name);
    EXECUTE format('CREATE TRIGGER %I BEFORE TRUNCATE ON %I FOR EACH STATEMENT EXECUTE FUNCTION refuse_change()', name || '_no_truncate', name);
    EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', name);
    EXECUTE format('CREATE POLICY shop ON %I USING (shop_id = (SELECT this_shop())) WITH CHECK (shop_id = (SELECT this_shop()))', name);
  END LOOP;
END $$;
