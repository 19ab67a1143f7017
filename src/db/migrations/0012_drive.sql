ALTER TABLE "changes" DROP CONSTRAINT "change_kind";--> statement-breakpoint
ALTER TABLE "vehicles" ADD COLUMN "drive" text;--> statement-breakpoint
ALTER TABLE "changes" ADD CONSTRAINT "change_kind" CHECK ("changes"."kind" in ('spring', 'tyre-or-wheel', 'tyre-pressure', 'load', 'alignment', 'trim', 'lip', 'body-lift', 'brake-hose', 'sway-link', 'track-bar-or-arm', 'shock-or-strap', 'lamp', 'driveshaft', 'case-or-bearing', 'shim'));--> statement-breakpoint
ALTER TABLE "vehicles" ADD CONSTRAINT "vehicle_drive" CHECK ("vehicles"."drive" in ('rear', 'part-time', 'full-time', 'free-hubs'));