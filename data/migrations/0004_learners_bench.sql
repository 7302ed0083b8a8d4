CREATE TABLE "eye_call" (
	"id" uuid PRIMARY KEY NOT NULL,
	"school_id" uuid NOT NULL,
	"caller_id" uuid NOT NULL,
	"piece_id" uuid,
	"characteristic_id" text,
	"measure" text NOT NULL,
	"called" double precision NOT NULL,
	"truth" double precision,
	"called_at" timestamp with time zone NOT NULL,
	CONSTRAINT "eye_call_once" UNIQUE("piece_id","characteristic_id","caller_id"),
	CONSTRAINT "eye_call_of" CHECK (("eye_call"."piece_id" is null) = ("eye_call"."truth" is not null) and ("eye_call"."piece_id" is null) = ("eye_call"."characteristic_id" is null)),
	CONSTRAINT "eye_call_sizes" CHECK ("eye_call"."called" >= 0 and "eye_call"."truth" > 0)
);
--> statement-breakpoint
CREATE TABLE "photo" (
	"id" uuid PRIMARY KEY NOT NULL,
	"school_id" uuid NOT NULL,
	"piece_id" uuid NOT NULL,
	"bytes" "bytea" NOT NULL,
	"sha256" text NOT NULL,
	"width_px" integer NOT NULL,
	"height_px" integer NOT NULL,
	"withdrawn" boolean DEFAULT false NOT NULL,
	"added_by" uuid NOT NULL,
	"added_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "photo_size" CHECK ("photo"."width_px" between 1 and 4000 and "photo"."height_px" between 1 and 4000)
);
--> statement-breakpoint
CREATE TABLE "stage_check" (
	"id" uuid PRIMARY KEY NOT NULL,
	"school_id" uuid NOT NULL,
	"piece_id" uuid NOT NULL,
	"stage" integer NOT NULL,
	"holds" boolean NOT NULL,
	"checked_by" uuid NOT NULL,
	"checked_at" timestamp with time zone NOT NULL,
	"received_at" timestamp with time zone DEFAULT clock_timestamp() NOT NULL,
	CONSTRAINT "stage_check_stage" CHECK ("stage_check"."stage" between 0 and 99)
);
--> statement-breakpoint
ALTER TABLE "reading" DROP CONSTRAINT "reading_supersedes_id_unique";--> statement-breakpoint
ALTER TABLE "reading" DROP CONSTRAINT "reading_superseded";--> statement-breakpoint
ALTER TABLE "reading" DROP CONSTRAINT "reading_in_piece";--> statement-breakpoint
ALTER TABLE "defect" ADD COLUMN "stage" integer;--> statement-breakpoint
ALTER TABLE "defect" ADD COLUMN "self_check" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "exercise" ADD COLUMN "marks_rule" jsonb;--> statement-breakpoint
ALTER TABLE "reading" ADD COLUMN "self_check" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "try_result" ADD COLUMN "self_check" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "verdict" ADD COLUMN "regraded" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "eye_call" ADD CONSTRAINT "eye_call_school_id_school_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."school"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "eye_call" ADD CONSTRAINT "eye_call_caller" FOREIGN KEY ("school_id","caller_id") REFERENCES "public"."person"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "eye_call" ADD CONSTRAINT "eye_call_piece" FOREIGN KEY ("school_id","piece_id") REFERENCES "public"."piece"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "photo" ADD CONSTRAINT "photo_school_id_school_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."school"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "photo" ADD CONSTRAINT "photo_piece" FOREIGN KEY ("school_id","piece_id") REFERENCES "public"."piece"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "photo" ADD CONSTRAINT "photo_adder" FOREIGN KEY ("school_id","added_by") REFERENCES "public"."person"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "stage_check" ADD CONSTRAINT "stage_check_school_id_school_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."school"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "stage_check" ADD CONSTRAINT "stage_check_piece" FOREIGN KEY ("school_id","piece_id") REFERENCES "public"."piece"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "stage_check" ADD CONSTRAINT "stage_check_checker" FOREIGN KEY ("school_id","checked_by") REFERENCES "public"."person"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "eye_call_by_caller" ON "eye_call" USING btree ("caller_id","called_at");--> statement-breakpoint
CREATE INDEX "photo_by_piece" ON "photo" USING btree ("piece_id");--> statement-breakpoint
CREATE INDEX "stage_check_by_piece" ON "stage_check" USING btree ("piece_id");--> statement-breakpoint
ALTER TABLE "reading" ADD CONSTRAINT "reading_in_piece" UNIQUE("piece_id","characteristic_id","self_check","id");--> statement-breakpoint
ALTER TABLE "reading" ADD CONSTRAINT "reading_superseded" FOREIGN KEY ("piece_id","characteristic_id","self_check","supersedes_id") REFERENCES "public"."reading"("piece_id","characteristic_id","self_check","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "reading_superseded_by" ON "reading" USING btree ("supersedes_id");--> statement-breakpoint
ALTER TABLE "defect" ADD CONSTRAINT "defect_stage" CHECK ("defect"."stage" between 0 and 99);--> statement-breakpoint
CREATE TRIGGER eye_call_append_only BEFORE UPDATE OR DELETE ON eye_call
  FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER stage_check_append_only BEFORE UPDATE OR DELETE ON stage_check
  FOR EACH ROW EXECUTE FUNCTION refuse_change();
