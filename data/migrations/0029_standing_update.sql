CREATE TABLE "standing_update" (
	"school_id" uuid PRIMARY KEY NOT NULL,
	"number" integer NOT NULL,
	"learners" integer NOT NULL,
	"done" integer DEFAULT 0 NOT NULL,
	"last_learner" uuid,
	"finished_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "standing_update" ADD CONSTRAINT "standing_update_school_id_school_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."school"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "standing_update" ADD CONSTRAINT "standing_update_revision" FOREIGN KEY ("school_id","number") REFERENCES "public"."curriculum_revision"("school_id","number") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
SELECT wall_in('standing_update', false);
