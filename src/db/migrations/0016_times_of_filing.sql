CREATE TABLE "job_fetches" (
	"shop_id" uuid NOT NULL,
	"job_id" uuid NOT NULL,
	"member_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"before" timestamp with time zone,
	CONSTRAINT "job_fetches_once" PRIMARY KEY("shop_id","job_id","member_id")
);
--> statement-breakpoint
ALTER TABLE "confirmations" ADD COLUMN "filed_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "notes" ADD COLUMN "filed_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "changes" ADD COLUMN "filed_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "changes" ADD COLUMN "said_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "strikes" ADD COLUMN "filed_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "strikes" ADD COLUMN "said_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "job_fetches" ADD CONSTRAINT "job_fetches_shop_id_shops_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shops"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "job_fetches" ADD CONSTRAINT "job_fetches_job" FOREIGN KEY ("shop_id","job_id") REFERENCES "public"."jobs"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "job_fetches" ADD CONSTRAINT "job_fetches_member" FOREIGN KEY ("shop_id","member_id") REFERENCES "public"."members"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
SELECT keep_to_its_shop('job_fetches');
