CREATE TABLE "device_note" (
	"id" uuid PRIMARY KEY NOT NULL,
	"school_id" uuid NOT NULL,
	"piece_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"value" double precision NOT NULL,
	"noted_by" uuid NOT NULL,
	"noted_at" timestamp with time zone NOT NULL,
	CONSTRAINT "device_note_kind" CHECK ("device_note"."kind" in ('weight', 'temperature')),
	CONSTRAINT "device_note_value" CHECK ("device_note"."value" between 0 and 50000)
);
--> statement-breakpoint
ALTER TABLE "device_note" ADD CONSTRAINT "device_note_school_id_school_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."school"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "device_note" ADD CONSTRAINT "device_note_piece" FOREIGN KEY ("school_id","piece_id") REFERENCES "public"."piece"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "device_note" ADD CONSTRAINT "device_note_noter" FOREIGN KEY ("school_id","noted_by") REFERENCES "public"."person"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "device_note_by_piece" ON "device_note" USING btree ("piece_id");--> statement-breakpoint
CREATE TRIGGER device_note_append_only BEFORE UPDATE OR DELETE ON device_note
  FOR EACH ROW EXECUTE FUNCTION refuse_change();
