ALTER TABLE "school" ADD COLUMN "ends_early_since" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "verdict" ADD COLUMN "early" jsonb;--> statement-breakpoint
CREATE INDEX "verdict_early" ON "verdict" USING btree ("school_id") WHERE "verdict"."early" is not null;