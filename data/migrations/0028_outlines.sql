CREATE TABLE "piece_outline" (
	"id" uuid NOT NULL,
	"school_id" uuid NOT NULL,
	"piece_id" uuid NOT NULL,
	"edges" jsonb NOT NULL,
	"sure_mm" double precision NOT NULL,
	"self_check" boolean DEFAULT false NOT NULL,
	"taken_by" uuid NOT NULL,
	"taken_at" timestamp with time zone NOT NULL,
	CONSTRAINT "piece_outline_school_id_id_pk" PRIMARY KEY("school_id","id")
) PARTITION BY HASH ("school_id");
--> statement-breakpoint
DO $$
BEGIN
  FOR part IN 0..7 LOOP
    EXECUTE format('CREATE TABLE %I PARTITION OF piece_outline FOR VALUES WITH (MODULUS 8, REMAINDER %s)',
      'piece_outline_' || part, part);
  END LOOP;
END $$;
--> statement-breakpoint
CREATE TABLE "traced_template" (
	"id" uuid PRIMARY KEY NOT NULL,
	"school_id" uuid NOT NULL,
	"revision_id" uuid NOT NULL,
	"outline_id" uuid,
	"traced_by" uuid NOT NULL,
	"traced_at" timestamp with time zone DEFAULT clock_timestamp() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "piece_outline" ADD CONSTRAINT "piece_outline_school_id_school_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."school"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "piece_outline" ADD CONSTRAINT "outline_piece" FOREIGN KEY ("school_id","piece_id") REFERENCES "public"."piece"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "piece_outline" ADD CONSTRAINT "outline_taker" FOREIGN KEY ("school_id","taken_by") REFERENCES "public"."person"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "traced_template" ADD CONSTRAINT "traced_template_school_id_school_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."school"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "traced_template" ADD CONSTRAINT "template_revision" FOREIGN KEY ("school_id","revision_id") REFERENCES "public"."exercise_revision"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "traced_template" ADD CONSTRAINT "template_outline" FOREIGN KEY ("school_id","outline_id") REFERENCES "public"."piece_outline"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "traced_template" ADD CONSTRAINT "template_tracer" FOREIGN KEY ("school_id","traced_by") REFERENCES "public"."person"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "outline_by_piece" ON "piece_outline" USING btree ("school_id","piece_id");--> statement-breakpoint
CREATE INDEX "template_by_revision" ON "traced_template" USING btree ("school_id","revision_id");--> statement-breakpoint
CREATE TRIGGER piece_outline_append_only BEFORE UPDATE OR DELETE ON piece_outline
  FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER traced_template_append_only BEFORE UPDATE OR DELETE ON traced_template
  FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
SELECT wall_in('piece_outline', true);
--> statement-breakpoint
SELECT wall_in('traced_template', true);
