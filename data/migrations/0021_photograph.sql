ALTER TABLE "instrument" DROP CONSTRAINT "instrument_kind";--> statement-breakpoint
ALTER TABLE "instrument" ADD CONSTRAINT "instrument_kind" CHECK ("instrument"."kind" in ('caliper', 'rule', 'straight-edge', 'protractor', 'template', 'pins', 'eye', 'photograph'));--> statement-breakpoint
INSERT INTO "instrument" ("id", "school_id", "name", "kind", "resolution", "uncertainty")
SELECT gen_random_uuid(), "id", 'Picture on the mat', 'photograph', 0.1, 0.1 FROM "school"
ON CONFLICT DO NOTHING;
