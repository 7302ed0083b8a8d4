CREATE TABLE "choice_log" (
	"assignment_id" uuid PRIMARY KEY NOT NULL,
	"school_id" uuid NOT NULL,
	"learner_id" uuid NOT NULL,
	"place" integer,
	"not_now" jsonb,
	"candidates" jsonb NOT NULL,
	"logged_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "choice_log_place" CHECK ("choice_log"."place" > 0)
);
--> statement-breakpoint
ALTER TABLE "choice_log" ADD CONSTRAINT "choice_log_school_id_school_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."school"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "choice_log" ADD CONSTRAINT "choice_log_assignment" FOREIGN KEY ("school_id","assignment_id") REFERENCES "public"."assignment"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "choice_log" ADD CONSTRAINT "choice_log_learner" FOREIGN KEY ("school_id","learner_id") REFERENCES "public"."person"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "choice_log_by_school" ON "choice_log" USING btree ("school_id","logged_at");--> statement-breakpoint
CREATE TRIGGER choice_log_append_only BEFORE UPDATE OR DELETE ON choice_log
  FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
SELECT wall_in('choice_log', true);
