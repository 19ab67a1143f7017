CREATE TABLE "attempts" (
	"id" bigint PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "attempts_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 9223372036854775807 START WITH 1 CACHE 1),
	"key" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "device_people" (
	"device_hash" text NOT NULL,
	"user_id" text NOT NULL,
	"signed_in_at" timestamp with time zone DEFAULT now() NOT NULL,
	"wrong_pins" integer DEFAULT 0 NOT NULL,
	CONSTRAINT "device_people_device_hash_user_id_pk" PRIMARY KEY("device_hash","user_id")
);
--> statement-breakpoint
CREATE TABLE "pins" (
	"user_id" text PRIMARY KEY NOT NULL,
	"hash" text NOT NULL,
	"set_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "amendments" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"shop_id" uuid NOT NULL,
	"job_id" uuid NOT NULL,
	"ordinal" integer NOT NULL,
	"text" text NOT NULL,
	"amends" text NOT NULL,
	"content" text NOT NULL,
	"sha256" text NOT NULL,
	"by" uuid NOT NULL,
	"by_name" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "amendment_ordinal" UNIQUE("shop_id","job_id","ordinal"),
	CONSTRAINT "amendment_text" CHECK (length(trim("amendments"."text")) > 0),
	CONSTRAINT "amendment_hash" CHECK ("amendments"."sha256" = encode(sha256(convert_to("amendments"."content", 'UTF8')), 'hex'))
);
--> statement-breakpoint
CREATE TABLE "audit" (
	"id" bigint PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "audit_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 9223372036854775807 START WITH 1 CACHE 1),
	"shop_id" uuid NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"member_id" uuid,
	"who" text NOT NULL,
	"what" text NOT NULL,
	"job_id" uuid,
	"about" text DEFAULT '' NOT NULL,
	"detail" jsonb,
	"address" text DEFAULT '' NOT NULL,
	"device" text DEFAULT '' NOT NULL
);
--> statement-breakpoint
CREATE TABLE "gate_openings" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"shop_id" uuid NOT NULL,
	"job_id" uuid NOT NULL,
	"gate" "gate_name" NOT NULL,
	"by" uuid NOT NULL,
	"by_name" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "gate_opened_once" UNIQUE("shop_id","job_id","gate")
);
--> statement-breakpoint
CREATE TABLE "invitations" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"shop_id" uuid NOT NULL,
	"token_hash" text NOT NULL,
	"kind" text NOT NULL,
	"name" text NOT NULL,
	"email" text NOT NULL,
	"role" "member_role" NOT NULL,
	"member_id" uuid,
	"by_name" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"used_at" timestamp with time zone,
	"revoked_at" timestamp with time zone,
	CONSTRAINT "invitations_token_hash_unique" UNIQUE("token_hash"),
	CONSTRAINT "invitation_member" CHECK (("invitations"."kind" = 'password') = ("invitations"."member_id" is not null))
);
--> statement-breakpoint
CREATE TABLE "notes" (
	"id" uuid PRIMARY KEY NOT NULL,
	"shop_id" uuid NOT NULL,
	"job_id" uuid NOT NULL,
	"gate" "gate_name" NOT NULL,
	"text" text NOT NULL,
	"by" uuid NOT NULL,
	"by_name" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "note_text" CHECK (length(trim("notes"."text")) > 0)
);
--> statement-breakpoint
CREATE TABLE "overlaps" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"shop_id" uuid NOT NULL,
	"job_id" uuid NOT NULL,
	"stands" uuid NOT NULL,
	"yields" uuid NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "overlap_once" UNIQUE("shop_id","job_id","stands","yields"),
	CONSTRAINT "overlap_of_two" CHECK ("overlaps"."stands" <> "overlaps"."yields")
);
--> statement-breakpoint
CREATE TABLE "sheet_links" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"shop_id" uuid NOT NULL,
	"job_id" uuid NOT NULL,
	"token_hash" text NOT NULL,
	"by" uuid NOT NULL,
	"by_name" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"revoked_at" timestamp with time zone,
	"opened" integer DEFAULT 0 NOT NULL,
	CONSTRAINT "sheet_links_token_hash_unique" UNIQUE("token_hash")
);
--> statement-breakpoint
CREATE TABLE "signed_sheets" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"shop_id" uuid NOT NULL,
	"job_id" uuid NOT NULL,
	"sign_off_id" uuid NOT NULL,
	"sheet" text NOT NULL,
	"sha256" text NOT NULL,
	"core_version" text NOT NULL,
	CONSTRAINT "signed_sheets_sign_off_id_unique" UNIQUE("sign_off_id"),
	CONSTRAINT "signed_sheet_job" UNIQUE("shop_id","job_id"),
	CONSTRAINT "sheet_hash" CHECK ("signed_sheets"."sha256" = encode(sha256(convert_to("signed_sheets"."sheet", 'UTF8')), 'hex'))
);
--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "plan_by" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "plan_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "revision" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "members" ADD COLUMN "ended_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "device_people" ADD CONSTRAINT "device_people_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "pins" ADD CONSTRAINT "pins_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "amendments" ADD CONSTRAINT "amendments_shop_id_shops_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shops"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "amendments" ADD CONSTRAINT "amendments_job" FOREIGN KEY ("shop_id","job_id") REFERENCES "public"."jobs"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "amendments" ADD CONSTRAINT "amendments_by" FOREIGN KEY ("shop_id","by") REFERENCES "public"."members"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "audit" ADD CONSTRAINT "audit_shop_id_shops_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shops"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "gate_openings" ADD CONSTRAINT "gate_openings_shop_id_shops_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shops"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "gate_openings" ADD CONSTRAINT "gate_openings_job" FOREIGN KEY ("shop_id","job_id") REFERENCES "public"."jobs"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "gate_openings" ADD CONSTRAINT "gate_openings_by" FOREIGN KEY ("shop_id","by") REFERENCES "public"."members"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "invitations" ADD CONSTRAINT "invitations_shop_id_shops_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shops"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "invitations" ADD CONSTRAINT "invitations_member" FOREIGN KEY ("shop_id","member_id") REFERENCES "public"."members"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "notes" ADD CONSTRAINT "notes_shop_id_shops_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shops"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "notes" ADD CONSTRAINT "notes_job" FOREIGN KEY ("shop_id","job_id") REFERENCES "public"."jobs"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "notes" ADD CONSTRAINT "notes_by" FOREIGN KEY ("shop_id","by") REFERENCES "public"."members"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "overlaps" ADD CONSTRAINT "overlaps_shop_id_shops_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shops"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "overlaps" ADD CONSTRAINT "overlaps_stands" FOREIGN KEY ("shop_id","job_id","stands") REFERENCES "public"."readings"("shop_id","job_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "overlaps" ADD CONSTRAINT "overlaps_yields" FOREIGN KEY ("shop_id","job_id","yields") REFERENCES "public"."readings"("shop_id","job_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sheet_links" ADD CONSTRAINT "sheet_links_shop_id_shops_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shops"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sheet_links" ADD CONSTRAINT "sheet_links_job" FOREIGN KEY ("shop_id","job_id") REFERENCES "public"."jobs"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sheet_links" ADD CONSTRAINT "sheet_links_by" FOREIGN KEY ("shop_id","by") REFERENCES "public"."members"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "signed_sheets" ADD CONSTRAINT "signed_sheets_shop_id_shops_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shops"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "signed_sheets" ADD CONSTRAINT "signed_sheets_sign_off_id_sign_offs_id_fk" FOREIGN KEY ("sign_off_id") REFERENCES "public"."sign_offs"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "signed_sheets" ADD CONSTRAINT "signed_sheets_job" FOREIGN KEY ("shop_id","job_id") REFERENCES "public"."jobs"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "attempts_key_at" ON "attempts" USING btree ("key","at");--> statement-breakpoint
CREATE INDEX "amendments_sha" ON "amendments" USING btree ("sha256");--> statement-breakpoint
CREATE INDEX "audit_shop" ON "audit" USING btree ("shop_id","id");--> statement-breakpoint
CREATE INDEX "audit_what" ON "audit" USING btree ("shop_id","what","id");--> statement-breakpoint
CREATE INDEX "invitations_shop" ON "invitations" USING btree ("shop_id","at");--> statement-breakpoint
CREATE INDEX "notes_job_at" ON "notes" USING btree ("shop_id","job_id");--> statement-breakpoint
CREATE INDEX "sheet_links_of" ON "sheet_links" USING btree ("shop_id","job_id");--> statement-breakpoint
CREATE INDEX "signed_sheets_sha" ON "signed_sheets" USING btree ("sha256");