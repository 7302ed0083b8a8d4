CREATE TABLE "account" (
	"id" text PRIMARY KEY NOT NULL,
	"account_id" text NOT NULL,
	"provider_id" text NOT NULL,
	"user_id" text NOT NULL,
	"access_token" text,
	"refresh_token" text,
	"id_token" text,
	"access_token_expires_at" timestamp with time zone,
	"refresh_token_expires_at" timestamp with time zone,
	"scope" text,
	"password" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "assignment" (
	"id" uuid PRIMARY KEY NOT NULL,
	"school_id" uuid NOT NULL,
	"learner_id" uuid NOT NULL,
	"revision_id" uuid NOT NULL,
	"assigned_by" uuid NOT NULL,
	"assigned_at" timestamp with time zone DEFAULT now() NOT NULL,
	"withdrawn_at" timestamp with time zone,
	CONSTRAINT "assignment_in_school" UNIQUE("school_id","id")
);
--> statement-breakpoint
CREATE TABLE "cohort" (
	"id" uuid PRIMARY KEY NOT NULL,
	"school_id" uuid NOT NULL,
	"name" text NOT NULL,
	"letter" text NOT NULL,
	CONSTRAINT "cohort_in_school" UNIQUE("school_id","id"),
	CONSTRAINT "cohort_letter" UNIQUE("school_id","letter"),
	CONSTRAINT "cohort_letter_form" CHECK ("cohort"."letter" ~ '^[A-Z]{1,2}$')
);
--> statement-breakpoint
CREATE TABLE "defect" (
	"id" uuid PRIMARY KEY NOT NULL,
	"school_id" uuid NOT NULL,
	"piece_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"severity" text NOT NULL,
	"at_mm" double precision,
	"note" text NOT NULL,
	"corrected" boolean DEFAULT false NOT NULL,
	"withdrawn" boolean DEFAULT false NOT NULL,
	"noted_by" uuid NOT NULL,
	"noted_at" timestamp with time zone NOT NULL,
	CONSTRAINT "defect_severity" CHECK ("defect"."severity" in ('cosmetic', 'minor', 'major', 'reject'))
);
--> statement-breakpoint
CREATE TABLE "exercise" (
	"id" uuid PRIMARY KEY NOT NULL,
	"school_id" uuid NOT NULL,
	"technique_id" uuid NOT NULL,
	"step" integer NOT NULL,
	"name" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "exercise_in_school" UNIQUE("school_id","id"),
	CONSTRAINT "exercise_step" CHECK ("exercise"."step" between 1 and 5)
);
--> statement-breakpoint
CREATE TABLE "exercise_revision" (
	"id" uuid PRIMARY KEY NOT NULL,
	"school_id" uuid NOT NULL,
	"exercise_id" uuid NOT NULL,
	"number" integer NOT NULL,
	"piece" jsonb NOT NULL,
	"characteristics" jsonb NOT NULL,
	"heat_budget" integer NOT NULL,
	"minute_budget" integer NOT NULL,
	"steps_of_work" text[] NOT NULL,
	"tools" text[] NOT NULL,
	"cautions" text[] NOT NULL,
	"published_by" uuid NOT NULL,
	"published_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "revision_in_school" UNIQUE("school_id","id"),
	CONSTRAINT "revision_number" UNIQUE("exercise_id","number"),
	CONSTRAINT "revision_budgets" CHECK ("exercise_revision"."heat_budget" > 0 and "exercise_revision"."minute_budget" > 0)
);
--> statement-breakpoint
CREATE TABLE "instrument" (
	"id" uuid PRIMARY KEY NOT NULL,
	"school_id" uuid NOT NULL,
	"name" text NOT NULL,
	"kind" text NOT NULL,
	"resolution_mm" double precision NOT NULL,
	"uncertainty_mm" double precision NOT NULL,
	"checked_on" date,
	CONSTRAINT "instrument_in_school" UNIQUE("school_id","id"),
	CONSTRAINT "instrument_name" UNIQUE("school_id","name"),
	CONSTRAINT "instrument_kind" CHECK ("instrument"."kind" in ('caliper', 'rule', 'straight-edge')),
	CONSTRAINT "instrument_sizes" CHECK ("instrument"."resolution_mm" > 0 and "instrument"."uncertainty_mm" >= 0)
);
--> statement-breakpoint
CREATE TABLE "join_link" (
	"id" uuid PRIMARY KEY NOT NULL,
	"school_id" uuid NOT NULL,
	"person_id" uuid NOT NULL,
	"token_hash" text NOT NULL,
	"created_by" uuid NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"used_at" timestamp with time zone,
	CONSTRAINT "join_link_token_hash_unique" UNIQUE("token_hash")
);
--> statement-breakpoint
CREATE TABLE "membership" (
	"id" uuid PRIMARY KEY NOT NULL,
	"school_id" uuid NOT NULL,
	"person_id" uuid NOT NULL,
	"role" text NOT NULL,
	"cohort_id" uuid,
	"left_at" timestamp with time zone,
	CONSTRAINT "membership_person_id_unique" UNIQUE("person_id"),
	CONSTRAINT "membership_role" CHECK ("membership"."role" in ('owner', 'instructor', 'assistant', 'learner')),
	CONSTRAINT "membership_learner_cohort" CHECK ("membership"."role" <> 'learner' or "membership"."cohort_id" is not null)
);
--> statement-breakpoint
CREATE TABLE "person" (
	"id" uuid PRIMARY KEY NOT NULL,
	"school_id" uuid NOT NULL,
	"name" text NOT NULL,
	"first_unit" text DEFAULT 'mm' NOT NULL,
	"user_id" text,
	"tag_code" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "person_user_id_unique" UNIQUE("user_id"),
	CONSTRAINT "person_in_school" UNIQUE("school_id","id"),
	CONSTRAINT "person_tag" UNIQUE("school_id","tag_code"),
	CONSTRAINT "person_first_unit" CHECK ("person"."first_unit" in ('mm', 'in')),
	CONSTRAINT "person_name_length" CHECK (char_length("person"."name") between 1 and 80)
);
--> statement-breakpoint
CREATE TABLE "piece" (
	"id" uuid PRIMARY KEY NOT NULL,
	"school_id" uuid NOT NULL,
	"learner_id" uuid NOT NULL,
	"revision_id" uuid NOT NULL,
	"assignment_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"guided" boolean NOT NULL,
	"number" integer NOT NULL,
	"tag" text NOT NULL,
	"heats" integer DEFAULT 0 NOT NULL,
	"minutes" integer DEFAULT 0 NOT NULL,
	"started_by" uuid NOT NULL,
	"started_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "piece_in_school" UNIQUE("school_id","id"),
	CONSTRAINT "piece_tag" UNIQUE("school_id","tag"),
	CONSTRAINT "piece_number" UNIQUE("learner_id","number"),
	CONSTRAINT "piece_kind" CHECK ("piece"."kind" in ('practice', 'assessed')),
	CONSTRAINT "piece_tallies" CHECK ("piece"."heats" between 0 and 99 and "piece"."minutes" between 0 and 999)
);
--> statement-breakpoint
CREATE TABLE "rate_limit" (
	"id" text PRIMARY KEY NOT NULL,
	"key" text NOT NULL,
	"count" integer NOT NULL,
	"last_request" bigint NOT NULL,
	CONSTRAINT "rate_limit_key_unique" UNIQUE("key")
);
--> statement-breakpoint
CREATE TABLE "reading" (
	"id" uuid PRIMARY KEY NOT NULL,
	"school_id" uuid NOT NULL,
	"piece_id" uuid NOT NULL,
	"characteristic_id" text NOT NULL,
	"values" double precision[] NOT NULL,
	"typed" text NOT NULL,
	"instrument_id" uuid NOT NULL,
	"instrument_mm" double precision NOT NULL,
	"supersedes_id" uuid,
	"taken_by" uuid NOT NULL,
	"taken_at" timestamp with time zone NOT NULL,
	"received_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "reading_supersedes_id_unique" UNIQUE("supersedes_id"),
	CONSTRAINT "reading_in_piece" UNIQUE("piece_id","characteristic_id","id"),
	CONSTRAINT "reading_values" CHECK (cardinality("reading"."values") between 1 and 2 and 0 <= all("reading"."values"))
);
--> statement-breakpoint
CREATE TABLE "school" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"rules" jsonb,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "school_name_unique" UNIQUE("name")
);
--> statement-breakpoint
CREATE TABLE "session" (
	"id" text PRIMARY KEY NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"token" text NOT NULL,
	"ip_address" text,
	"user_agent" text,
	"user_id" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "session_token_unique" UNIQUE("token")
);
--> statement-breakpoint
CREATE TABLE "standing_evidence" (
	"school_id" uuid NOT NULL,
	"learner_id" uuid NOT NULL,
	"technique_id" uuid NOT NULL,
	"step" integer NOT NULL,
	"piece_id" uuid NOT NULL,
	"earned_at" timestamp with time zone NOT NULL,
	CONSTRAINT "standing_evidence_learner_id_technique_id_step_piece_id_pk" PRIMARY KEY("learner_id","technique_id","step","piece_id"),
	CONSTRAINT "evidence_step" CHECK ("standing_evidence"."step" between 1 and 5)
);
--> statement-breakpoint
CREATE TABLE "technique" (
	"id" uuid PRIMARY KEY NOT NULL,
	"school_id" uuid NOT NULL,
	"slug" text NOT NULL,
	"name" text NOT NULL,
	"summary" text NOT NULL,
	"foundation" boolean NOT NULL,
	"also_called" text[] NOT NULL,
	"position" integer NOT NULL,
	CONSTRAINT "technique_in_school" UNIQUE("school_id","id"),
	CONSTRAINT "technique_slug" UNIQUE("school_id","slug")
);
--> statement-breakpoint
CREATE TABLE "technique_prerequisite" (
	"school_id" uuid NOT NULL,
	"technique_id" uuid NOT NULL,
	"before_id" uuid NOT NULL,
	CONSTRAINT "technique_prerequisite_technique_id_before_id_pk" PRIMARY KEY("technique_id","before_id"),
	CONSTRAINT "prerequisite_other" CHECK ("technique_prerequisite"."technique_id" <> "technique_prerequisite"."before_id")
);
--> statement-breakpoint
CREATE TABLE "user" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"email" text NOT NULL,
	"email_verified" boolean DEFAULT false NOT NULL,
	"image" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "user_email_unique" UNIQUE("email")
);
--> statement-breakpoint
CREATE TABLE "verdict" (
	"id" uuid PRIMARY KEY NOT NULL,
	"school_id" uuid NOT NULL,
	"piece_id" uuid NOT NULL,
	"sequence" integer NOT NULL,
	"engine" integer NOT NULL,
	"outcome" text NOT NULL,
	"marks" double precision,
	"meets_step" integer NOT NULL,
	"computed" jsonb NOT NULL,
	"signed_by" uuid NOT NULL,
	"signed_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "verdict_sequence" UNIQUE("piece_id","sequence"),
	CONSTRAINT "verdict_outcome" CHECK ("verdict"."outcome" in ('keep', 'another-heat', 'start-again')),
	CONSTRAINT "verdict_marks" CHECK ("verdict"."marks" between 0 and 100),
	CONSTRAINT "verdict_step" CHECK ("verdict"."meets_step" between 0 and 5)
);
--> statement-breakpoint
CREATE TABLE "verification" (
	"id" text PRIMARY KEY NOT NULL,
	"identifier" text NOT NULL,
	"value" text NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "account" ADD CONSTRAINT "account_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "assignment" ADD CONSTRAINT "assignment_school_id_school_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."school"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "assignment" ADD CONSTRAINT "assignment_learner" FOREIGN KEY ("school_id","learner_id") REFERENCES "public"."person"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "assignment" ADD CONSTRAINT "assignment_revision" FOREIGN KEY ("school_id","revision_id") REFERENCES "public"."exercise_revision"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "assignment" ADD CONSTRAINT "assignment_assigner" FOREIGN KEY ("school_id","assigned_by") REFERENCES "public"."person"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "cohort" ADD CONSTRAINT "cohort_school_id_school_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."school"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "defect" ADD CONSTRAINT "defect_school_id_school_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."school"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "defect" ADD CONSTRAINT "defect_piece" FOREIGN KEY ("school_id","piece_id") REFERENCES "public"."piece"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "defect" ADD CONSTRAINT "defect_noter" FOREIGN KEY ("school_id","noted_by") REFERENCES "public"."person"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "exercise" ADD CONSTRAINT "exercise_school_id_school_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."school"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "exercise" ADD CONSTRAINT "exercise_technique" FOREIGN KEY ("school_id","technique_id") REFERENCES "public"."technique"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "exercise_revision" ADD CONSTRAINT "exercise_revision_school_id_school_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."school"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "exercise_revision" ADD CONSTRAINT "revision_exercise" FOREIGN KEY ("school_id","exercise_id") REFERENCES "public"."exercise"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "exercise_revision" ADD CONSTRAINT "revision_publisher" FOREIGN KEY ("school_id","published_by") REFERENCES "public"."person"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "instrument" ADD CONSTRAINT "instrument_school_id_school_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."school"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "join_link" ADD CONSTRAINT "join_link_school_id_school_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."school"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "join_link" ADD CONSTRAINT "join_link_person" FOREIGN KEY ("school_id","person_id") REFERENCES "public"."person"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "join_link" ADD CONSTRAINT "join_link_creator" FOREIGN KEY ("school_id","created_by") REFERENCES "public"."person"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "membership" ADD CONSTRAINT "membership_school_id_school_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."school"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "membership" ADD CONSTRAINT "membership_person" FOREIGN KEY ("school_id","person_id") REFERENCES "public"."person"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "membership" ADD CONSTRAINT "membership_cohort" FOREIGN KEY ("school_id","cohort_id") REFERENCES "public"."cohort"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "person" ADD CONSTRAINT "person_school_id_school_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."school"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "person" ADD CONSTRAINT "person_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "piece" ADD CONSTRAINT "piece_school_id_school_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."school"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "piece" ADD CONSTRAINT "piece_learner" FOREIGN KEY ("school_id","learner_id") REFERENCES "public"."person"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "piece" ADD CONSTRAINT "piece_revision" FOREIGN KEY ("school_id","revision_id") REFERENCES "public"."exercise_revision"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "piece" ADD CONSTRAINT "piece_assignment" FOREIGN KEY ("school_id","assignment_id") REFERENCES "public"."assignment"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "piece" ADD CONSTRAINT "piece_starter" FOREIGN KEY ("school_id","started_by") REFERENCES "public"."person"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reading" ADD CONSTRAINT "reading_school_id_school_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."school"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reading" ADD CONSTRAINT "reading_piece" FOREIGN KEY ("school_id","piece_id") REFERENCES "public"."piece"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reading" ADD CONSTRAINT "reading_instrument" FOREIGN KEY ("school_id","instrument_id") REFERENCES "public"."instrument"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reading" ADD CONSTRAINT "reading_taker" FOREIGN KEY ("school_id","taken_by") REFERENCES "public"."person"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reading" ADD CONSTRAINT "reading_superseded" FOREIGN KEY ("piece_id","characteristic_id","supersedes_id") REFERENCES "public"."reading"("piece_id","characteristic_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "session" ADD CONSTRAINT "session_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "standing_evidence" ADD CONSTRAINT "standing_evidence_school_id_school_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."school"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "standing_evidence" ADD CONSTRAINT "evidence_learner" FOREIGN KEY ("school_id","learner_id") REFERENCES "public"."person"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "standing_evidence" ADD CONSTRAINT "evidence_technique" FOREIGN KEY ("school_id","technique_id") REFERENCES "public"."technique"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "standing_evidence" ADD CONSTRAINT "evidence_piece" FOREIGN KEY ("school_id","piece_id") REFERENCES "public"."piece"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "technique" ADD CONSTRAINT "technique_school_id_school_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."school"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "technique_prerequisite" ADD CONSTRAINT "technique_prerequisite_school_id_school_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."school"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "technique_prerequisite" ADD CONSTRAINT "prerequisite_technique" FOREIGN KEY ("school_id","technique_id") REFERENCES "public"."technique"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "technique_prerequisite" ADD CONSTRAINT "prerequisite_before" FOREIGN KEY ("school_id","before_id") REFERENCES "public"."technique"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "verdict" ADD CONSTRAINT "verdict_school_id_school_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."school"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "verdict" ADD CONSTRAINT "verdict_piece" FOREIGN KEY ("school_id","piece_id") REFERENCES "public"."piece"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "verdict" ADD CONSTRAINT "verdict_signer" FOREIGN KEY ("school_id","signed_by") REFERENCES "public"."person"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "assignment_by_learner" ON "assignment" USING btree ("learner_id","assigned_at");--> statement-breakpoint
CREATE INDEX "assignment_open" ON "assignment" USING btree ("school_id") WHERE withdrawn_at is null;--> statement-breakpoint
CREATE INDEX "defect_by_piece" ON "defect" USING btree ("piece_id");--> statement-breakpoint
CREATE INDEX "membership_by_cohort" ON "membership" USING btree ("school_id","cohort_id");--> statement-breakpoint
CREATE INDEX "piece_by_learner" ON "piece" USING btree ("learner_id","started_at");--> statement-breakpoint
CREATE INDEX "piece_by_assignment" ON "piece" USING btree ("assignment_id");