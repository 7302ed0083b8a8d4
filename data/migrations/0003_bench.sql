CREATE TABLE "cause_said" (
	"id" uuid PRIMARY KEY NOT NULL,
	"school_id" uuid NOT NULL,
	"piece_id" uuid NOT NULL,
	"cause" text NOT NULL,
	"holds" boolean NOT NULL,
	"said_by" uuid NOT NULL,
	"said_at" timestamp with time zone DEFAULT clock_timestamp() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "instrument_check" (
	"id" uuid PRIMARY KEY NOT NULL,
	"school_id" uuid NOT NULL,
	"instrument_id" uuid NOT NULL,
	"reference" double precision NOT NULL,
	"reference_uncertainty" double precision NOT NULL,
	"values" double precision[] NOT NULL,
	"bias" double precision NOT NULL,
	"uncertainty" double precision NOT NULL,
	"checked_by" uuid NOT NULL,
	"checked_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "check_values" CHECK (cardinality("instrument_check"."values") between 3 and 12),
	CONSTRAINT "check_sizes" CHECK ("instrument_check"."uncertainty" >= 0 and "instrument_check"."reference_uncertainty" >= 0)
);
--> statement-breakpoint
CREATE TABLE "try_result" (
	"id" uuid PRIMARY KEY NOT NULL,
	"school_id" uuid NOT NULL,
	"piece_id" uuid NOT NULL,
	"question" text NOT NULL,
	"works" boolean NOT NULL,
	"answered_by" uuid NOT NULL,
	"answered_at" timestamp with time zone NOT NULL,
	"received_at" timestamp with time zone DEFAULT clock_timestamp() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "instrument" DROP CONSTRAINT "instrument_kind";--> statement-breakpoint
ALTER TABLE "reading" DROP CONSTRAINT "reading_values";--> statement-breakpoint
ALTER TABLE "instrument" ADD COLUMN "check_every_days" integer DEFAULT 180 NOT NULL;--> statement-breakpoint
ALTER TABLE "piece" ADD COLUMN "corrections" text[] DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE "piece" ADD COLUMN "aids" text[] DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE "verdict" ADD COLUMN "override_reason" text;--> statement-breakpoint
ALTER TABLE "cause_said" ADD CONSTRAINT "cause_said_school_id_school_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."school"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "cause_said" ADD CONSTRAINT "cause_piece" FOREIGN KEY ("school_id","piece_id") REFERENCES "public"."piece"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "cause_said" ADD CONSTRAINT "cause_sayer" FOREIGN KEY ("school_id","said_by") REFERENCES "public"."person"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "instrument_check" ADD CONSTRAINT "instrument_check_school_id_school_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."school"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "instrument_check" ADD CONSTRAINT "check_instrument" FOREIGN KEY ("school_id","instrument_id") REFERENCES "public"."instrument"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "instrument_check" ADD CONSTRAINT "check_checker" FOREIGN KEY ("school_id","checked_by") REFERENCES "public"."person"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "try_result" ADD CONSTRAINT "try_result_school_id_school_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."school"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "try_result" ADD CONSTRAINT "try_piece" FOREIGN KEY ("school_id","piece_id") REFERENCES "public"."piece"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "try_result" ADD CONSTRAINT "try_answerer" FOREIGN KEY ("school_id","answered_by") REFERENCES "public"."person"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "cause_by_piece" ON "cause_said" USING btree ("piece_id");--> statement-breakpoint
CREATE INDEX "check_by_instrument" ON "instrument_check" USING btree ("instrument_id","checked_at");--> statement-breakpoint
CREATE INDEX "try_by_piece" ON "try_result" USING btree ("piece_id");--> statement-breakpoint
ALTER TABLE "instrument" ADD CONSTRAINT "instrument_check_every" CHECK ("instrument"."check_every_days" between 1 and 3650);--> statement-breakpoint
ALTER TABLE "instrument" ADD CONSTRAINT "instrument_kind" CHECK ("instrument"."kind" in ('caliper', 'rule', 'straight-edge', 'protractor', 'template', 'pins', 'eye'));--> statement-breakpoint
ALTER TABLE "piece" ADD CONSTRAINT "piece_corrections" CHECK ("piece"."corrections" <@ array['filed', 'ground', 'trimmed']);--> statement-breakpoint
ALTER TABLE "piece" ADD CONSTRAINT "piece_aids" CHECK ("piece"."aids" <@ array['jig', 'machine', 'helper']);--> statement-breakpoint
ALTER TABLE "reading" ADD CONSTRAINT "reading_values" CHECK (cardinality("reading"."values") between 1 and 12 and 0 <= all("reading"."values"));--> statement-breakpoint
ALTER TABLE "verdict" ADD CONSTRAINT "verdict_override" CHECK (length("verdict"."override_reason") >= 10);--> statement-breakpoint
CREATE TRIGGER try_result_append_only BEFORE UPDATE OR DELETE ON try_result
  FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER instrument_check_append_only BEFORE UPDATE OR DELETE ON instrument_check
  FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER cause_said_append_only BEFORE UPDATE OR DELETE ON cause_said
  FOR EACH ROW EXECUTE FUNCTION refuse_change();
