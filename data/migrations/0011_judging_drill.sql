CREATE TABLE "judging_call" (
	"id" uuid PRIMARY KEY NOT NULL,
	"school_id" uuid NOT NULL,
	"caller_id" uuid NOT NULL,
	"exercise_id" uuid NOT NULL,
	"said" text NOT NULL,
	"outcome" text NOT NULL,
	"is_first_right" boolean,
	"off" text,
	"off_state" text,
	"called_at" timestamp with time zone NOT NULL,
	CONSTRAINT "judging_call_outcomes" CHECK ("judging_call"."said" in ('keep', 'another-heat', 'start-again') and "judging_call"."outcome" in ('keep', 'another-heat', 'start-again')),
	CONSTRAINT "judging_call_off" CHECK (("judging_call"."off" is null) = ("judging_call"."off_state" is null))
);
--> statement-breakpoint
ALTER TABLE "judging_call" ADD CONSTRAINT "judging_call_school_id_school_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."school"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "judging_call" ADD CONSTRAINT "judging_call_caller" FOREIGN KEY ("school_id","caller_id") REFERENCES "public"."person"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "judging_call" ADD CONSTRAINT "judging_call_exercise" FOREIGN KEY ("school_id","exercise_id") REFERENCES "public"."exercise"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "judging_call_by_caller" ON "judging_call" USING btree ("caller_id","called_at");--> statement-breakpoint
CREATE TRIGGER judging_call_append_only BEFORE UPDATE OR DELETE ON judging_call
  FOR EACH ROW EXECUTE FUNCTION refuse_change();
