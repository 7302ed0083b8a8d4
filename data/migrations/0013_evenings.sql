CREATE TABLE "calendar_link" (
	"id" uuid PRIMARY KEY NOT NULL,
	"school_id" uuid NOT NULL,
	"person_id" uuid NOT NULL,
	"token_hash" text NOT NULL,
	"made_at" timestamp with time zone DEFAULT now() NOT NULL,
	"revoked_at" timestamp with time zone,
	CONSTRAINT "calendar_link_token_hash_unique" UNIQUE("token_hash")
);
--> statement-breakpoint
CREATE TABLE "demonstration" (
	"id" uuid PRIMARY KEY NOT NULL,
	"school_id" uuid NOT NULL,
	"class_id" uuid NOT NULL,
	"name" text NOT NULL,
	"shown_by" uuid NOT NULL,
	"minutes" integer NOT NULL,
	"learner_ids" uuid[] NOT NULL,
	"fire_id" uuid,
	"taken_back_at" timestamp with time zone,
	CONSTRAINT "demonstration_minutes" CHECK ("demonstration"."minutes" between 1 and 120)
);
--> statement-breakpoint
CREATE TABLE "evening_word" (
	"id" uuid PRIMARY KEY NOT NULL,
	"school_id" uuid NOT NULL,
	"class_id" uuid NOT NULL,
	"learner_id" uuid NOT NULL,
	"revision_id" uuid NOT NULL,
	"says" text NOT NULL,
	"said_by" uuid NOT NULL,
	"said_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "evening_word_once" UNIQUE("class_id","learner_id","revision_id"),
	CONSTRAINT "evening_word_says" CHECK ("evening_word"."says" in ('make', 'drop'))
);
--> statement-breakpoint
CREATE TABLE "fire" (
	"id" uuid PRIMARY KEY NOT NULL,
	"school_id" uuid NOT NULL,
	"name" text NOT NULL,
	"places" integer NOT NULL,
	"welds" boolean NOT NULL,
	"even_heat_mm" double precision,
	"opening_mm" double precision,
	"fuel" text DEFAULT '' NOT NULL,
	"taken_down_at" timestamp with time zone,
	CONSTRAINT "fire_in_school" UNIQUE("school_id","id"),
	CONSTRAINT "fire_name" CHECK (char_length("fire"."name") between 1 and 20),
	CONSTRAINT "fire_places" CHECK ("fire"."places" between 1 and 6),
	CONSTRAINT "fire_sizes" CHECK ("fire"."even_heat_mm" > 0 and "fire"."opening_mm" > 0)
);
--> statement-breakpoint
CREATE TABLE "floor_event" (
	"id" uuid PRIMARY KEY NOT NULL,
	"sequence" bigserial NOT NULL,
	"school_id" uuid NOT NULL,
	"class_id" uuid NOT NULL,
	"learner_id" uuid,
	"event" jsonb NOT NULL,
	"said_by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "rack_bar" (
	"id" uuid PRIMARY KEY NOT NULL,
	"school_id" uuid NOT NULL,
	"section" jsonb NOT NULL,
	"stock" text NOT NULL,
	"steel" text DEFAULT 'mild' NOT NULL,
	"length_mm" double precision NOT NULL,
	"count" integer NOT NULL,
	"is_offcut" boolean DEFAULT false NOT NULL,
	"place" text DEFAULT '' NOT NULL,
	"price_per_kg" double precision,
	CONSTRAINT "rack_bar_in_school" UNIQUE("school_id","id"),
	CONSTRAINT "rack_bar_length" CHECK ("rack_bar"."length_mm" between 1 and 20000),
	CONSTRAINT "rack_bar_count" CHECK ("rack_bar"."count" between 0 and 2000),
	CONSTRAINT "rack_bar_price" CHECK ("rack_bar"."price_per_kg" between 0 and 1000000)
);
--> statement-breakpoint
CREATE TABLE "sawn_bar" (
	"id" uuid PRIMARY KEY NOT NULL,
	"school_id" uuid NOT NULL,
	"class_id" uuid NOT NULL,
	"bar_id" uuid NOT NULL,
	"stock" text NOT NULL,
	"length_mm" double precision NOT NULL,
	"cuts" jsonb NOT NULL,
	"offcut_mm" double precision NOT NULL,
	"kg" double precision NOT NULL,
	"price_per_kg" double precision,
	"sawn_by" uuid NOT NULL,
	"sawn_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "class_day" ADD COLUMN "clean_up" integer DEFAULT 10 NOT NULL;--> statement-breakpoint
ALTER TABLE "class_day" ADD COLUMN "instructors" uuid[] DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE "class_day" ADD COLUMN "fires_out" uuid[] DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE "class_day" ADD COLUMN "moved_from" text;--> statement-breakpoint
ALTER TABLE "class_day" ADD COLUMN "closed_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "school" ADD COLUMN "time_zone" text DEFAULT 'UTC' NOT NULL;--> statement-breakpoint
ALTER TABLE "class_day" ADD CONSTRAINT "class_day_in_school" UNIQUE("school_id","id");--> statement-breakpoint
ALTER TABLE "calendar_link" ADD CONSTRAINT "calendar_link_school_id_school_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."school"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "calendar_link" ADD CONSTRAINT "calendar_link_person" FOREIGN KEY ("school_id","person_id") REFERENCES "public"."person"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "demonstration" ADD CONSTRAINT "demonstration_school_id_school_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."school"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "demonstration" ADD CONSTRAINT "demonstration_class" FOREIGN KEY ("school_id","class_id") REFERENCES "public"."class_day"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "demonstration" ADD CONSTRAINT "demonstration_by" FOREIGN KEY ("school_id","shown_by") REFERENCES "public"."person"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "demonstration" ADD CONSTRAINT "demonstration_fire" FOREIGN KEY ("school_id","fire_id") REFERENCES "public"."fire"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "evening_word" ADD CONSTRAINT "evening_word_school_id_school_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."school"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "evening_word" ADD CONSTRAINT "evening_word_class" FOREIGN KEY ("school_id","class_id") REFERENCES "public"."class_day"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "evening_word" ADD CONSTRAINT "evening_word_learner" FOREIGN KEY ("school_id","learner_id") REFERENCES "public"."person"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "evening_word" ADD CONSTRAINT "evening_word_revision" FOREIGN KEY ("school_id","revision_id") REFERENCES "public"."exercise_revision"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "fire" ADD CONSTRAINT "fire_school_id_school_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."school"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "floor_event" ADD CONSTRAINT "floor_event_school_id_school_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."school"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "floor_event" ADD CONSTRAINT "floor_event_class" FOREIGN KEY ("school_id","class_id") REFERENCES "public"."class_day"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "floor_event" ADD CONSTRAINT "floor_event_learner" FOREIGN KEY ("school_id","learner_id") REFERENCES "public"."person"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "floor_event" ADD CONSTRAINT "floor_event_teller" FOREIGN KEY ("school_id","said_by") REFERENCES "public"."person"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "rack_bar" ADD CONSTRAINT "rack_bar_school_id_school_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."school"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sawn_bar" ADD CONSTRAINT "sawn_bar_school_id_school_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."school"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sawn_bar" ADD CONSTRAINT "sawn_bar_class" FOREIGN KEY ("school_id","class_id") REFERENCES "public"."class_day"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sawn_bar" ADD CONSTRAINT "sawn_bar_from" FOREIGN KEY ("school_id","bar_id") REFERENCES "public"."rack_bar"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sawn_bar" ADD CONSTRAINT "sawn_bar_by" FOREIGN KEY ("school_id","sawn_by") REFERENCES "public"."person"("school_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "calendar_link_by_person" ON "calendar_link" USING btree ("person_id");--> statement-breakpoint
CREATE INDEX "demonstration_by_class" ON "demonstration" USING btree ("class_id");--> statement-breakpoint
CREATE INDEX "floor_event_by_class" ON "floor_event" USING btree ("class_id","sequence");--> statement-breakpoint
CREATE INDEX "floor_event_by_learner" ON "floor_event" USING btree ("learner_id","at");--> statement-breakpoint
CREATE INDEX "rack_bar_by_stock" ON "rack_bar" USING btree ("school_id","stock");--> statement-breakpoint
CREATE INDEX "sawn_bar_by_class" ON "sawn_bar" USING btree ("class_id");--> statement-breakpoint
ALTER TABLE "class_day" ADD CONSTRAINT "class_day_clean_up" CHECK ("class_day"."clean_up" between 0 and 120);
--> statement-breakpoint
CREATE TRIGGER sawn_bar_append_only BEFORE UPDATE OR DELETE ON sawn_bar
  FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER floor_event_append_only BEFORE UPDATE OR DELETE ON floor_event
  FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
-- Every server process hears of what happens on a floor when it is committed, and reads it itself.
CREATE FUNCTION announce_floor_event() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM pg_notify('floor', NEW.class_id::text);
  RETURN NULL;
END;
$$;
--> statement-breakpoint
CREATE TRIGGER floor_event_announced AFTER INSERT ON floor_event
  FOR EACH ROW EXECUTE FUNCTION announce_floor_event();
--> statement-breakpoint
-- A signed piece leaves the bench, which the floor shows.
CREATE FUNCTION announce_verdict() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM pg_notify('floor', NEW.school_id::text);
  RETURN NULL;
END;
$$;
--> statement-breakpoint
CREATE TRIGGER verdict_announced AFTER INSERT ON verdict
  FOR EACH ROW EXECUTE FUNCTION announce_verdict();
