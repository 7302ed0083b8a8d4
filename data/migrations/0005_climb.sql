CREATE TABLE "agreement_reading" (
	"id" uuid PRIMARY KEY NOT NULL,
	"school_id" uuid NOT NULL,
	"study_id" uuid NOT NULL,
	"piece_id" uuid NOT NULL,
	"inspector_id" uuid NOT NULL,
	"value" double precision NOT NULL,
	"taken_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "agreement_value" CHECK ("agreement_reading"."value" >= 0)
);
--> statement-breakpoint
CREATE TABLE "agreement_study" (
	"id" uuid PRIMARY KEY NOT NULL,
	"school_id" uuid NOT NULL,
	"name" text NOT NULL,
	"kind" text NOT NULL,
	"started_by" uuid NOT NULL,
	"started_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "study_in_school" UNIQUE("school_id","id"),
	CONSTRAINT "study_name" UNIQUE("school_id","name"),
	CONSTRAINT "study_kind" CHECK ("agreement_study"."kind" in ('size', 'judgement'))
);
--> statement-breakpoint
CREATE TABLE "curriculum_revision" (
	"id" uuid PRIMARY KEY NOT NULL,
	"school_id" uuid NOT NULL,
	"number" integer NOT NULL,
	"content" jsonb NOT NULL,
	"published_by" uuid NOT NULL,
	"published_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "curriculum_number" UNIQUE("school_id","number")
);
--> statement-breakpoint
CREATE TABLE "next_choice" (
	"id" uuid PRIMARY KEY NOT NULL,
	"school_id" uuid NOT NULL,
	"learner_id" uuid NOT NULL,
	"exercise_id" uuid NOT NULL,
	"says" text NOT NULL,
	"reason" text NOT NULL,
	"said_by" uuid NOT NULL,
	"said_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "choice_says" CHECK ("next_choice"."says" in ('pin', 'skip', 'let'))
);
--> statement-breakpoint
CREATE TABLE "standing" (
	"school_id" uuid NOT NULL,
	"learner_id" uuid NOT NULL,
	"technique_id" uuid NOT NULL,
	"step" integer NOT NULL,
	"earned_at" timestamp with time zone,
	"towards" jsonb,
	"since" integer NOT NULL,
	"pieces" integer NOT NULL,
	"last_made_at" timestamp with time zone NOT NULL,
	"half_life_days" double precision NOT NULL,
	CONSTRAINT "standing_learner_id_technique_id_pk" PRIMARY KEY("learner_id","technique_id"),
	CONSTRAINT "standing_step" CHECK ("standing"."step" between 0 and 5),
	CONSTRAINT "standing_half_life" CHECK ("standing"."half_life_days" > 0)
);
--> statement-breakpoint
ALTER TABLE "piece" ADD COLUMN "cold" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "piece" ADD COLUMN "shown_to" text;--> statement-breakpoint
ALTER TABLE "school" ADD COLUMN "shop" jsonb;--> statement-breakpoint
ALTER TABLE "technique" ADD COLUMN "half_life_days" double precision DEFAULT 90 NOT NULL;--> statement-breakpoint
ALTER TABLE "agreement_reading" ADD CONSTRAINT "agreement_reading_school_id_school_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."school"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "agreement_reading" ADD CONSTRAINT "agreement_study_of" FOREIGN KEY ("school_id","study_id") REFERENCES "public"."agreement_study"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "agreement_reading" ADD CONSTRAINT "agreement_piece" FOREIGN KEY ("school_id","piece_id") REFERENCES "public"."piece"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "agreement_reading" ADD CONSTRAINT "agreement_inspector" FOREIGN KEY ("school_id","inspector_id") REFERENCES "public"."person"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "agreement_study" ADD CONSTRAINT "agreement_study_school_id_school_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."school"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "agreement_study" ADD CONSTRAINT "study_starter" FOREIGN KEY ("school_id","started_by") REFERENCES "public"."person"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "curriculum_revision" ADD CONSTRAINT "curriculum_revision_school_id_school_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."school"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "curriculum_revision" ADD CONSTRAINT "curriculum_publisher" FOREIGN KEY ("school_id","published_by") REFERENCES "public"."person"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "next_choice" ADD CONSTRAINT "next_choice_school_id_school_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."school"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "next_choice" ADD CONSTRAINT "choice_learner" FOREIGN KEY ("school_id","learner_id") REFERENCES "public"."person"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "next_choice" ADD CONSTRAINT "choice_exercise" FOREIGN KEY ("school_id","exercise_id") REFERENCES "public"."exercise"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "next_choice" ADD CONSTRAINT "choice_sayer" FOREIGN KEY ("school_id","said_by") REFERENCES "public"."person"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "standing" ADD CONSTRAINT "standing_school_id_school_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."school"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "standing" ADD CONSTRAINT "standing_learner" FOREIGN KEY ("school_id","learner_id") REFERENCES "public"."person"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "standing" ADD CONSTRAINT "standing_technique" FOREIGN KEY ("school_id","technique_id") REFERENCES "public"."technique"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "agreement_by_study" ON "agreement_reading" USING btree ("study_id");--> statement-breakpoint
CREATE INDEX "choice_by_learner" ON "next_choice" USING btree ("learner_id","said_at");--> statement-breakpoint
CREATE INDEX "standing_by_school" ON "standing" USING btree ("school_id");--> statement-breakpoint
ALTER TABLE "piece" ADD CONSTRAINT "piece_shown" CHECK (char_length("piece"."shown_to") between 1 and 80);--> statement-breakpoint
ALTER TABLE "piece" ADD CONSTRAINT "piece_cold" CHECK (not "piece"."cold" or "piece"."kind" = 'assessed');--> statement-breakpoint
ALTER TABLE "technique" ADD CONSTRAINT "technique_half_life" CHECK ("technique"."half_life_days" between 1 and 3650);--> statement-breakpoint
CREATE TRIGGER curriculum_revision_append_only BEFORE UPDATE OR DELETE ON curriculum_revision
  FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER next_choice_append_only BEFORE UPDATE OR DELETE ON next_choice
  FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER agreement_reading_append_only BEFORE UPDATE OR DELETE ON agreement_reading
  FOR EACH ROW EXECUTE FUNCTION refuse_change();
