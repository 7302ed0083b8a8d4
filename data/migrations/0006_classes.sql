CREATE TABLE "class_day" (
	"id" uuid PRIMARY KEY NOT NULL,
	"school_id" uuid NOT NULL,
	"cohort_id" uuid NOT NULL,
	"day" date NOT NULL,
	"begins" text NOT NULL,
	"minutes" integer NOT NULL,
	"hearths" integer NOT NULL,
	"planned_by" uuid NOT NULL,
	"called_off_at" timestamp with time zone,
	CONSTRAINT "class_day_begins" CHECK ("class_day"."begins" ~ '^([01][0-9]|2[0-3]):[0-5][0-9]$'),
	CONSTRAINT "class_day_minutes" CHECK ("class_day"."minutes" between 15 and 720),
	CONSTRAINT "class_day_hearths" CHECK ("class_day"."hearths" between 1 and 60)
);
--> statement-breakpoint
ALTER TABLE "class_day" ADD CONSTRAINT "class_day_school_id_school_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."school"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "class_day" ADD CONSTRAINT "class_day_cohort" FOREIGN KEY ("school_id","cohort_id") REFERENCES "public"."cohort"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "class_day" ADD CONSTRAINT "class_day_planner" FOREIGN KEY ("school_id","planned_by") REFERENCES "public"."person"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "class_day_once" ON "class_day" USING btree ("cohort_id","day") WHERE "class_day"."called_off_at" is null;