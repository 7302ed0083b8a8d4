CREATE TABLE "exercise_draft" (
	"exercise_id" uuid PRIMARY KEY NOT NULL,
	"school_id" uuid NOT NULL,
	"save_id" uuid NOT NULL,
	"content" jsonb NOT NULL,
	"saved_by" uuid NOT NULL,
	"saved_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "instrument" RENAME COLUMN "resolution_mm" TO "resolution";--> statement-breakpoint
ALTER TABLE "instrument" RENAME COLUMN "uncertainty_mm" TO "uncertainty";--> statement-breakpoint
ALTER TABLE "reading" RENAME COLUMN "instrument_mm" TO "instrument_uncertainty";--> statement-breakpoint
ALTER TABLE "instrument" DROP CONSTRAINT "instrument_kind";--> statement-breakpoint
ALTER TABLE "instrument" DROP CONSTRAINT "instrument_sizes";--> statement-breakpoint
ALTER TABLE "exercise" ADD COLUMN "latest_number" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "exercise" ADD COLUMN "design_version" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "exercise" ADD COLUMN "words" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "exercise" ADD COLUMN "found" "tsvector" GENERATED ALWAYS AS (to_tsvector('simple', words)) STORED;--> statement-breakpoint
ALTER TABLE "exercise" ADD COLUMN "retired_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "exercise_revision" ADD COLUMN "settings" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "exercise_revision" ADD COLUMN "stages" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "exercise_revision" ADD COLUMN "plan_edits" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "exercise_revision" ADD COLUMN "tries" text[] DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE "exercise_revision" ADD COLUMN "stock" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "exercise_draft" ADD CONSTRAINT "exercise_draft_school_id_school_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."school"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "exercise_draft" ADD CONSTRAINT "draft_exercise" FOREIGN KEY ("school_id","exercise_id") REFERENCES "public"."exercise"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "exercise_draft" ADD CONSTRAINT "draft_saver" FOREIGN KEY ("school_id","saved_by") REFERENCES "public"."person"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "exercise_found" ON "exercise" USING gin ("found");--> statement-breakpoint
CREATE INDEX "exercise_on_shelf" ON "exercise" USING btree ("school_id","technique_id","step","name");--> statement-breakpoint
-- What was written as steps of work goes on as the instructor's own stages.
ALTER TABLE "exercise_revision" DISABLE TRIGGER exercise_revision_append_only;--> statement-breakpoint
UPDATE "exercise_revision" SET "stages" = coalesce((
  SELECT jsonb_agg(jsonb_build_object('id', 'own-' || place, 'title', 'Step ' || place, 'text', step, 'check', '') ORDER BY place)
  FROM unnest("steps_of_work") WITH ORDINALITY AS written(step, place)), '[]');--> statement-breakpoint
ALTER TABLE "exercise_revision" ENABLE TRIGGER exercise_revision_append_only;--> statement-breakpoint
ALTER TABLE "exercise_revision" DROP COLUMN "steps_of_work";--> statement-breakpoint
UPDATE "exercise" SET "words" = lower("name"), "latest_number" = coalesce(
  (SELECT max("number") FROM "exercise_revision" WHERE "exercise_id" = "exercise"."id"), 0);--> statement-breakpoint
ALTER TABLE "instrument" ADD CONSTRAINT "instrument_kind" CHECK ("instrument"."kind" in ('caliper', 'rule', 'straight-edge', 'protractor', 'template', 'eye'));--> statement-breakpoint
ALTER TABLE "instrument" ADD CONSTRAINT "instrument_sizes" CHECK ("instrument"."resolution" > 0 and "instrument"."uncertainty" >= 0);--> statement-breakpoint
-- The instruments that angles, forms and turns are judged with.
INSERT INTO "instrument" ("id", "school_id", "name", "kind", "resolution", "uncertainty")
SELECT
  -- A UUID of version 7, which this version of the server can't make by itself.
  encode(set_bit(set_bit(overlay(uuid_send(gen_random_uuid()) placing
    substring(int8send((extract(epoch FROM clock_timestamp()) * 1000)::bigint) FROM 3) FROM 1 FOR 6), 52, 1), 53, 1), 'hex')::uuid,
  "school"."id", added."name", added."kind", added."resolution", added."uncertainty"
FROM "school" CROSS JOIN (VALUES
  ('Protractor', 'protractor', 0.5, 1), ('Templates', 'template', 0.5, 0.5), ('By eye', 'eye', 0.25, 0.1)
) AS added ("name", "kind", "resolution", "uncertainty")
ON CONFLICT ("school_id", "name") DO NOTHING;
