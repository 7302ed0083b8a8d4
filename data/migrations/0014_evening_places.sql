ALTER TABLE "evening_word" ADD COLUMN "fire_id" uuid;--> statement-breakpoint
ALTER TABLE "evening_word" ADD COLUMN "from_minute" integer;--> statement-breakpoint
ALTER TABLE "evening_word" ADD COLUMN "is_guided" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "evening_word" ADD CONSTRAINT "evening_word_fire" FOREIGN KEY ("school_id","fire_id") REFERENCES "public"."fire"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "evening_word" ADD CONSTRAINT "evening_word_from" CHECK ("evening_word"."from_minute" between 0 and 1440);