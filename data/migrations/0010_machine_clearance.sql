CREATE TABLE "machine_clearance" (
	"school_id" uuid NOT NULL,
	"person_id" uuid NOT NULL,
	"machine" text NOT NULL,
	"cleared_by" uuid NOT NULL,
	"cleared_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "machine_clearance_school_id_person_id_machine_pk" PRIMARY KEY("school_id","person_id","machine")
);
--> statement-breakpoint
ALTER TABLE "machine_clearance" ADD CONSTRAINT "machine_clearance_school_id_school_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."school"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "machine_clearance" ADD CONSTRAINT "machine_clearance_person" FOREIGN KEY ("school_id","person_id") REFERENCES "public"."person"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "machine_clearance" ADD CONSTRAINT "machine_clearance_by" FOREIGN KEY ("school_id","cleared_by") REFERENCES "public"."person"("school_id","id") ON DELETE no action ON UPDATE no action;