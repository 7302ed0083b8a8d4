CREATE TABLE "audit_event" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"school_id" uuid NOT NULL,
	"person_id" uuid NOT NULL,
	"action" text NOT NULL,
	"subject_kind" text,
	"subject_id" uuid,
	"details" jsonb,
	"at" timestamp with time zone DEFAULT clock_timestamp() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "cohort" ADD COLUMN "ended_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "person" ADD COLUMN "erased_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "school" ADD COLUMN "currency" text DEFAULT 'EUR' NOT NULL;--> statement-breakpoint
ALTER TABLE "school" ADD COLUMN "fuel_price" double precision;--> statement-breakpoint
ALTER TABLE "school" ADD COLUMN "event_days" integer DEFAULT 730 NOT NULL;--> statement-breakpoint
ALTER TABLE "audit_event" ADD CONSTRAINT "audit_event_school_id_school_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."school"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "audit_event" ADD CONSTRAINT "audit_event_person" FOREIGN KEY ("school_id","person_id") REFERENCES "public"."person"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "audit_event_by_time" ON "audit_event" USING btree ("school_id","at");--> statement-breakpoint
CREATE INDEX "audit_event_by_subject" ON "audit_event" USING btree ("school_id","subject_id");--> statement-breakpoint
ALTER TABLE "school" ADD CONSTRAINT "school_currency" CHECK ("school"."currency" ~ '^[A-Z]{3}$');--> statement-breakpoint
ALTER TABLE "school" ADD CONSTRAINT "school_fuel_price" CHECK ("school"."fuel_price" between 0 and 1000000);--> statement-breakpoint
ALTER TABLE "school" ADD CONSTRAINT "school_event_days" CHECK ("school"."event_days" between 30 and 3650);