CREATE TYPE "public"."answer" AS ENUM('measured', 'observed', 'not-fitted', 'cannot-reach', 'same-as-other-side');--> statement-breakpoint
CREATE TYPE "public"."gate_name" AS ENUM('intake', 'before', 'plan', 'build', 'after', 'release');--> statement-breakpoint
CREATE TYPE "public"."job_state" AS ENUM('open', 'released', 'left-unreleased');--> statement-breakpoint
CREATE TYPE "public"."place" AS ENUM('FL', 'FR', 'RL', 'RR', 'front', 'rear', 'vehicle');--> statement-breakpoint
CREATE TYPE "public"."length_unit" AS ENUM('in16', 'in32', 'inDecimal', 'mm');--> statement-breakpoint
CREATE TYPE "public"."member_role" AS ENUM('technician', 'lead', 'front-desk', 'owner');--> statement-breakpoint
CREATE TABLE "account" (
	"id" text PRIMARY KEY NOT NULL,
	"account_id" text NOT NULL,
	"provider_id" text NOT NULL,
	"user_id" text NOT NULL,
	"access_token" text,
	"refresh_token" text,
	"id_token" text,
	"access_token_expires_at" timestamp with time zone,
	"refresh_token_expires_at" timestamp with time zone,
	"scope" text,
	"password" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "session" (
	"id" text PRIMARY KEY NOT NULL,
	"token" text NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	"ip_address" text,
	"user_agent" text,
	"user_id" text NOT NULL,
	CONSTRAINT "session_token_unique" UNIQUE("token")
);
--> statement-breakpoint
CREATE TABLE "user" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"email" text NOT NULL,
	"email_verified" boolean DEFAULT false NOT NULL,
	"image" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "user_email_unique" UNIQUE("email")
);
--> statement-breakpoint
CREATE TABLE "verification" (
	"id" text PRIMARY KEY NOT NULL,
	"identifier" text NOT NULL,
	"value" text NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "acceptances" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"shop_id" uuid NOT NULL,
	"job_id" uuid NOT NULL,
	"check_id" text NOT NULL,
	"gate" "gate_name" NOT NULL,
	"place" "place" NOT NULL,
	"value" double precision NOT NULL,
	"reason" text NOT NULL,
	"by" uuid NOT NULL,
	"by_name" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "acceptance_reason" CHECK (length(trim("acceptances"."reason")) > 0)
);
--> statement-breakpoint
CREATE TABLE "changes" (
	"id" uuid PRIMARY KEY NOT NULL,
	"shop_id" uuid NOT NULL,
	"job_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"gate" "gate_name" NOT NULL,
	"what" text NOT NULL,
	"by" uuid NOT NULL,
	"by_name" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "change_what" CHECK (length(trim("changes"."what")) > 0)
);
--> statement-breakpoint
CREATE TABLE "jobs" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"shop_id" uuid NOT NULL,
	"number" text NOT NULL,
	"customer_id" uuid NOT NULL,
	"vehicle_id" uuid NOT NULL,
	"kit_id" uuid,
	"gate" "gate_name" DEFAULT 'intake' NOT NULL,
	"state" "job_state" DEFAULT 'open' NOT NULL,
	"booked_at" timestamp with time zone DEFAULT now() NOT NULL,
	"bay" text DEFAULT '' NOT NULL,
	"use" text NOT NULL,
	"height_school" text NOT NULL,
	"lip_will_change" boolean DEFAULT false NOT NULL,
	"promise_front" text NOT NULL,
	"promise_rear" text NOT NULL,
	"wanted_tyre" text DEFAULT '' NOT NULL,
	"notes" text DEFAULT '' NOT NULL,
	"reference_kind" text NOT NULL,
	"reference_front" double precision,
	"reference_rear" double precision,
	"reference_source" text DEFAULT '' NOT NULL,
	"lift_front" double precision,
	"lift_rear" double precision,
	"body_lift" double precision DEFAULT 0 NOT NULL,
	"moved_hub_front" double precision DEFAULT 0 NOT NULL,
	"moved_hub_rear" double precision DEFAULT 0 NOT NULL,
	"lip_altered_front" double precision DEFAULT 0 NOT NULL,
	"lip_altered_rear" double precision DEFAULT 0 NOT NULL,
	"heaviest_load" double precision,
	"version" integer DEFAULT 1 NOT NULL,
	"search_text" text NOT NULL,
	"standing" jsonb,
	"standing_rank" integer DEFAULT 9 NOT NULL,
	CONSTRAINT "jobs_shop_id" UNIQUE("shop_id","id"),
	CONSTRAINT "jobs_number" UNIQUE("shop_id","number"),
	CONSTRAINT "reference_figures" CHECK ("jobs"."reference_kind" = 'before' or ("jobs"."reference_front" is not null and "jobs"."reference_rear" is not null)),
	CONSTRAINT "job_lift" CHECK (coalesce("jobs"."lift_front", 0) between -200 and 600 and coalesce("jobs"."lift_rear", 0) between -200 and 600),
	CONSTRAINT "closed_at_release" CHECK ("jobs"."state" <> 'released' or "jobs"."gate" = 'release')
);
--> statement-breakpoint
CREATE TABLE "readings" (
	"id" uuid PRIMARY KEY NOT NULL,
	"shop_id" uuid NOT NULL,
	"job_id" uuid NOT NULL,
	"gate" "gate_name" NOT NULL,
	"point" text NOT NULL,
	"place" "place" NOT NULL,
	"state" text NOT NULL,
	"set" integer DEFAULT 1 NOT NULL,
	"answer" "answer" NOT NULL,
	"value" double precision,
	"text" text NOT NULL,
	"unit" text NOT NULL,
	"good" boolean,
	"instrument" text NOT NULL,
	"taken_by" uuid NOT NULL,
	"taken_by_name" text NOT NULL,
	"taken_at" timestamp with time zone NOT NULL,
	"filed_at" timestamp with time zone DEFAULT now() NOT NULL,
	"note" text DEFAULT '' NOT NULL,
	"supersedes" uuid,
	"asked" boolean DEFAULT false NOT NULL,
	CONSTRAINT "readings_job_id" UNIQUE("shop_id","job_id","id"),
	CONSTRAINT "reading_gate" CHECK ("readings"."gate" in ('before', 'after')),
	CONSTRAINT "reading_value" CHECK (("readings"."answer" in ('measured', 'same-as-other-side')) = ("readings"."value" is not null)),
	CONSTRAINT "reading_seen" CHECK (("readings"."answer" = 'observed') = ("readings"."good" is not null)),
	CONSTRAINT "reading_finite" CHECK ("readings"."value" is null or ("readings"."value" > -1e7 and "readings"."value" < 1e7)),
	CONSTRAINT "reading_set" CHECK ("readings"."set" between 1 and 99),
	CONSTRAINT "reading_not_itself" CHECK ("readings"."supersedes" is distinct from "readings"."id")
);
--> statement-breakpoint
CREATE TABLE "sign_offs" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"shop_id" uuid NOT NULL,
	"job_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"by" uuid NOT NULL,
	"by_name" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"note" text DEFAULT '' NOT NULL,
	"document" jsonb NOT NULL,
	"core_version" text NOT NULL,
	CONSTRAINT "sign_off_once" UNIQUE("shop_id","job_id")
);
--> statement-breakpoint
CREATE TABLE "strikes" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"shop_id" uuid NOT NULL,
	"job_id" uuid NOT NULL,
	"reading_id" uuid NOT NULL,
	"reason" text NOT NULL,
	"by" uuid NOT NULL,
	"by_name" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "strikes_reading_id_unique" UNIQUE("reading_id"),
	CONSTRAINT "strike_reason" CHECK (length(trim("strikes"."reason")) > 0)
);
--> statement-breakpoint
CREATE TABLE "customers" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"shop_id" uuid NOT NULL,
	"name" text NOT NULL,
	"contact" text DEFAULT '' NOT NULL,
	CONSTRAINT "customers_shop_id" UNIQUE("shop_id","id"),
	CONSTRAINT "customer_named" CHECK (length(trim("customers"."name")) > 0)
);
--> statement-breakpoint
CREATE TABLE "kits" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"shop_id" uuid NOT NULL,
	"name" text NOT NULL,
	"claim_front" double precision NOT NULL,
	"claim_rear" double precision NOT NULL,
	"source" text NOT NULL,
	CONSTRAINT "kits_shop_id" UNIQUE("shop_id","id"),
	CONSTRAINT "kits_name" UNIQUE("shop_id","name","source"),
	CONSTRAINT "kit_claims" CHECK ("kits"."claim_front" between -200 and 600 and "kits"."claim_rear" between -200 and 600)
);
--> statement-breakpoint
CREATE TABLE "limits" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"shop_id" uuid NOT NULL,
	"figure" text NOT NULL,
	"clear" double precision NOT NULL,
	"stop" double precision NOT NULL,
	"source" text NOT NULL,
	"set_by" uuid NOT NULL,
	"set_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "limit_sourced" CHECK (length(trim("limits"."source")) > 0)
);
--> statement-breakpoint
CREATE TABLE "members" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"shop_id" uuid NOT NULL,
	"user_id" text NOT NULL,
	"name" text NOT NULL,
	"role" "member_role" NOT NULL,
	CONSTRAINT "members_user_id_unique" UNIQUE("user_id"),
	CONSTRAINT "members_shop_id" UNIQUE("shop_id","id")
);
--> statement-breakpoint
CREATE TABLE "shops" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"name" text NOT NULL,
	"time_zone" text NOT NULL,
	"length_unit" "length_unit" DEFAULT 'in16' NOT NULL,
	"pressure_unit" text DEFAULT 'psi' NOT NULL,
	"mass_unit" text DEFAULT 'lb' NOT NULL,
	"last_job_number" integer DEFAULT 0 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "vehicles" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"shop_id" uuid NOT NULL,
	"customer_id" uuid NOT NULL,
	"make" text NOT NULL,
	"model" text NOT NULL,
	"tag" text DEFAULT '' NOT NULL,
	"body" text NOT NULL,
	"front_suspension" text NOT NULL,
	"rear_suspension" text NOT NULL,
	"wheelbase" double precision NOT NULL,
	"track_front" double precision NOT NULL,
	"track_rear" double precision NOT NULL,
	"tyre_diameter" double precision NOT NULL,
	"rear_hose" text NOT NULL,
	"sway_link" text NOT NULL,
	CONSTRAINT "vehicles_shop_id" UNIQUE("shop_id","id"),
	CONSTRAINT "vehicle_size" CHECK ("vehicles"."wheelbase" between 1000 and 8000 and "vehicles"."track_front" between 800 and 3000 and "vehicles"."track_rear" between 800 and 3000 and "vehicles"."tyre_diameter" between 300 and 2000)
);
--> statement-breakpoint
ALTER TABLE "account" ADD CONSTRAINT "account_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "session" ADD CONSTRAINT "session_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "acceptances" ADD CONSTRAINT "acceptances_shop_id_shops_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shops"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "acceptances" ADD CONSTRAINT "acceptances_job" FOREIGN KEY ("shop_id","job_id") REFERENCES "public"."jobs"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "acceptances" ADD CONSTRAINT "acceptances_by" FOREIGN KEY ("shop_id","by") REFERENCES "public"."members"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "changes" ADD CONSTRAINT "changes_shop_id_shops_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shops"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "changes" ADD CONSTRAINT "changes_job" FOREIGN KEY ("shop_id","job_id") REFERENCES "public"."jobs"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "changes" ADD CONSTRAINT "changes_by" FOREIGN KEY ("shop_id","by") REFERENCES "public"."members"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "jobs" ADD CONSTRAINT "jobs_shop_id_shops_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shops"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "jobs" ADD CONSTRAINT "jobs_shop_id_customer_id_customers_shop_id_id_fk" FOREIGN KEY ("shop_id","customer_id") REFERENCES "public"."customers"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "jobs" ADD CONSTRAINT "jobs_shop_id_vehicle_id_vehicles_shop_id_id_fk" FOREIGN KEY ("shop_id","vehicle_id") REFERENCES "public"."vehicles"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "jobs" ADD CONSTRAINT "jobs_shop_id_kit_id_kits_shop_id_id_fk" FOREIGN KEY ("shop_id","kit_id") REFERENCES "public"."kits"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "readings" ADD CONSTRAINT "readings_shop_id_shops_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shops"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "readings" ADD CONSTRAINT "readings_job" FOREIGN KEY ("shop_id","job_id") REFERENCES "public"."jobs"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "readings" ADD CONSTRAINT "readings_taken_by" FOREIGN KEY ("shop_id","taken_by") REFERENCES "public"."members"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "readings" ADD CONSTRAINT "readings_supersedes" FOREIGN KEY ("shop_id","job_id","supersedes") REFERENCES "public"."readings"("shop_id","job_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sign_offs" ADD CONSTRAINT "sign_offs_shop_id_shops_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shops"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sign_offs" ADD CONSTRAINT "sign_offs_job" FOREIGN KEY ("shop_id","job_id") REFERENCES "public"."jobs"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sign_offs" ADD CONSTRAINT "sign_offs_by" FOREIGN KEY ("shop_id","by") REFERENCES "public"."members"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "strikes" ADD CONSTRAINT "strikes_shop_id_shops_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shops"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "strikes" ADD CONSTRAINT "strikes_reading" FOREIGN KEY ("shop_id","job_id","reading_id") REFERENCES "public"."readings"("shop_id","job_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "strikes" ADD CONSTRAINT "strikes_by" FOREIGN KEY ("shop_id","by") REFERENCES "public"."members"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "customers" ADD CONSTRAINT "customers_shop_id_shops_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shops"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "kits" ADD CONSTRAINT "kits_shop_id_shops_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shops"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "limits" ADD CONSTRAINT "limits_shop_id_shops_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shops"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "limits" ADD CONSTRAINT "limits_shop_id_set_by_members_shop_id_id_fk" FOREIGN KEY ("shop_id","set_by") REFERENCES "public"."members"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "members" ADD CONSTRAINT "members_shop_id_shops_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shops"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "members" ADD CONSTRAINT "members_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "vehicles" ADD CONSTRAINT "vehicles_shop_id_shops_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shops"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "vehicles" ADD CONSTRAINT "vehicles_shop_id_customer_id_customers_shop_id_id_fk" FOREIGN KEY ("shop_id","customer_id") REFERENCES "public"."customers"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "account_user" ON "account" USING btree ("user_id");--> statement-breakpoint
CREATE INDEX "session_user" ON "session" USING btree ("user_id");--> statement-breakpoint
CREATE INDEX "acceptances_job_at" ON "acceptances" USING btree ("shop_id","job_id");--> statement-breakpoint
CREATE INDEX "changes_job_at" ON "changes" USING btree ("shop_id","job_id","at");--> statement-breakpoint
CREATE INDEX "jobs_open" ON "jobs" USING btree ("shop_id","standing_rank","booked_at") WHERE state = 'open';--> statement-breakpoint
CREATE INDEX "jobs_closed" ON "jobs" USING btree ("shop_id","state","booked_at" DESC NULLS FIRST) WHERE state <> 'open';--> statement-breakpoint
CREATE INDEX "jobs_search" ON "jobs" USING gin ("search_text" gin_trgm_ops);--> statement-breakpoint
CREATE INDEX "strikes_job" ON "strikes" USING btree ("shop_id","job_id");--> statement-breakpoint
CREATE INDEX "limits_latest" ON "limits" USING btree ("shop_id","figure","set_at" DESC NULLS FIRST);--> statement-breakpoint
CREATE INDEX "vehicles_customer" ON "vehicles" USING btree ("customer_id");