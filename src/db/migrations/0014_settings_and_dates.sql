ALTER TABLE "station_lines" ADD COLUMN "due" date;--> statement-breakpoint
ALTER TABLE "changes" ADD COLUMN "setting" jsonb;--> statement-breakpoint
ALTER TABLE "changes" ADD CONSTRAINT "change_setting" CHECK (jsonb_typeof("changes"."setting") = 'object' and length("changes"."setting"::text) <= 1000);