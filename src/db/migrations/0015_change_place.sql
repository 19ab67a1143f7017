ALTER TABLE "changes" ADD COLUMN "place" "place";--> statement-breakpoint
ALTER TABLE "changes" ADD COLUMN "part" text;--> statement-breakpoint
ALTER TABLE "changes" ADD COLUMN "condition" text;--> statement-breakpoint
ALTER TABLE "changes" ADD CONSTRAINT "change_part" CHECK (length(trim("changes"."part")) between 1 and 60);--> statement-breakpoint
ALTER TABLE "changes" ADD CONSTRAINT "change_condition" CHECK ("changes"."condition" in ('new', 'used', 'as-it-was'));