CREATE TABLE "letter_settings" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"shop_id" uuid NOT NULL,
	"customer_id" uuid,
	"language" text NOT NULL,
	"back" jsonb,
	"set_by" uuid NOT NULL,
	"set_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "letter_language" CHECK ("letter_settings"."language" in ('en', 'nb', 'de', 'es')),
	CONSTRAINT "letter_of" CHECK (("letter_settings"."customer_id" is null) = ("letter_settings"."back" is not null))
);
--> statement-breakpoint
ALTER TABLE "letter_settings" ADD CONSTRAINT "letter_settings_shop_id_shops_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shops"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "letter_settings" ADD CONSTRAINT "letter_settings_by" FOREIGN KEY ("shop_id","set_by") REFERENCES "public"."members"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "letter_settings" ADD CONSTRAINT "letter_settings_customer" FOREIGN KEY ("shop_id","customer_id") REFERENCES "public"."customers"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "letter_settings_latest" ON "letter_settings" USING btree ("shop_id","customer_id","set_at" DESC NULLS FIRST);--> statement-breakpoint
DO $$
DECLARE name text;
BEGIN
  FOREACH name IN ARRAY ARRAY['letter_settings'] LOOP
    EXECUTE format('CREATE TRIGGER %I BEFORE UPDATE OR DELETE ON %I FOR EACH ROW EXECUTE FUNCTION refuse_change()', name || '_append_only', name);
    EXECUTE format('CREATE TRIGGER %I BEFORE TRUNCATE ON %I FOR EACH STATEMENT EXECUTE FUNCTION refuse_change()', name || '_no_truncate', name);
    EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', name);
    EXECUTE format('CREATE POLICY shop ON %I USING (shop_id = (SELECT this_shop())) WITH CHECK (shop_id = (SELECT this_shop()))', name);
  END LOOP;
END $$;
