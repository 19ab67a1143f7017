ALTER TABLE "kits" ADD COLUMN "price" double precision;--> statement-breakpoint
ALTER TABLE "kits" ADD CONSTRAINT "kit_price" CHECK ("kits"."price" between 0 and 10000000);