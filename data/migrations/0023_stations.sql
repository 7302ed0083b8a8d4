ALTER TABLE "fire" ADD COLUMN "heats" boolean DEFAULT true NOT NULL;--> statement-breakpoint
ALTER TABLE "fire" ADD CONSTRAINT "fire_heats" CHECK ("fire"."heats" or not "fire"."welds");