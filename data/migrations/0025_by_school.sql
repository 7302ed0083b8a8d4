-- The tables that grow with a school's pieces lie in eight parts by the hash of its id, and every key of theirs
-- begins with it: a query that names its school looks into one part, and a school can move to a machine of its own.
DO $$
DECLARE
  large text[] := ARRAY['piece', 'reading', 'defect', 'try_result', 'stage_check', 'device_note', 'eye_call', 'photo',
    'verdict', 'cause_said', 'standing', 'standing_evidence', 'floor_event', 'audit_event'];
  of text;
  key record;
BEGIN
  CREATE TEMP TABLE kept_key ON COMMIT DROP AS
    SELECT conrelid::regclass::text AS of, conname AS name, pg_get_constraintdef(oid) AS definition
    FROM pg_constraint
    WHERE contype = 'f' AND (conrelid::regclass::text = ANY (large) OR confrelid::regclass::text = ANY (large));
  FOR key IN SELECT * FROM kept_key LOOP
    EXECUTE format('ALTER TABLE %I DROP CONSTRAINT %I', key.of, key.name);
  END LOOP;
  ALTER SEQUENCE floor_event_sequence_seq OWNED BY NONE;
  FOREACH of IN ARRAY large LOOP
    EXECUTE format('ALTER TABLE %I RENAME TO %I', of, of || '_before');
    EXECUTE format('CREATE TABLE %I (LIKE %I INCLUDING DEFAULTS INCLUDING CONSTRAINTS) PARTITION BY HASH (school_id)',
      of, of || '_before');
    FOR part IN 0..7 LOOP
      EXECUTE format('CREATE TABLE %I PARTITION OF %I FOR VALUES WITH (MODULUS 8, REMAINDER %s)',
        of || '_' || part, of, part);
    END LOOP;
    EXECUTE format('INSERT INTO %I SELECT * FROM %I', of, of || '_before');
    EXECUTE format('DROP TABLE %I', of || '_before');
    IF of NOT IN ('standing', 'standing_evidence') THEN
      EXECUTE format('ALTER TABLE %I ADD CONSTRAINT %I PRIMARY KEY (school_id, id)', of, of || '_school_id_id_pk');
    END IF;
  END LOOP;
  ALTER SEQUENCE floor_event_sequence_seq OWNED BY floor_event.sequence;
  -- What the keys of the old tables were, but for those that now begin with the school.
  ALTER TABLE reading ADD CONSTRAINT reading_in_piece UNIQUE (school_id, piece_id, characteristic_id, self_check, id);
  UPDATE kept_key SET definition =
    'FOREIGN KEY (school_id, piece_id, characteristic_id, self_check, supersedes_id) REFERENCES reading(school_id, piece_id, characteristic_id, self_check, id)'
    WHERE name = 'reading_superseded';
  FOR key IN SELECT * FROM kept_key LOOP
    EXECUTE format('ALTER TABLE %I ADD CONSTRAINT %I %s', key.of, key.name, key.definition);
  END LOOP;
END $$;
--> statement-breakpoint
ALTER TABLE standing ADD CONSTRAINT standing_key PRIMARY KEY (school_id, learner_id, technique_id);--> statement-breakpoint
ALTER TABLE standing_evidence ADD CONSTRAINT standing_evidence_key PRIMARY KEY (school_id, learner_id, technique_id, step, piece_id);--> statement-breakpoint
ALTER TABLE piece ADD CONSTRAINT piece_tag UNIQUE (school_id, tag);--> statement-breakpoint
ALTER TABLE piece ADD CONSTRAINT piece_number UNIQUE (school_id, learner_id, number);--> statement-breakpoint
ALTER TABLE eye_call ADD CONSTRAINT eye_call_once UNIQUE (school_id, piece_id, characteristic_id, caller_id);--> statement-breakpoint
ALTER TABLE verdict ADD CONSTRAINT verdict_sequence UNIQUE (school_id, piece_id, sequence);--> statement-breakpoint
CREATE INDEX piece_by_learner ON piece (school_id, learner_id, started_at);--> statement-breakpoint
CREATE INDEX piece_by_school ON piece (school_id, started_at);--> statement-breakpoint
CREATE INDEX piece_by_assignment ON piece (school_id, assignment_id);--> statement-breakpoint
CREATE INDEX reading_superseded_by ON reading (school_id, supersedes_id);--> statement-breakpoint
CREATE INDEX defect_by_piece ON defect (school_id, piece_id);--> statement-breakpoint
CREATE INDEX try_by_piece ON try_result (school_id, piece_id);--> statement-breakpoint
CREATE INDEX stage_check_by_piece ON stage_check (school_id, piece_id);--> statement-breakpoint
CREATE INDEX device_note_by_piece ON device_note (school_id, piece_id);--> statement-breakpoint
CREATE INDEX eye_call_by_caller ON eye_call (school_id, caller_id, called_at);--> statement-breakpoint
CREATE INDEX photo_by_piece ON photo (school_id, piece_id);--> statement-breakpoint
CREATE INDEX cause_by_piece ON cause_said (school_id, piece_id);--> statement-breakpoint
CREATE INDEX floor_event_by_class ON floor_event (school_id, class_id, sequence);--> statement-breakpoint
CREATE INDEX floor_event_by_learner ON floor_event (school_id, learner_id, at);--> statement-breakpoint
CREATE INDEX audit_event_by_time ON audit_event (school_id, at);--> statement-breakpoint
CREATE INDEX audit_event_by_subject ON audit_event (school_id, subject_id);--> statement-breakpoint
CREATE INDEX join_link_by_person ON join_link (school_id, person_id);--> statement-breakpoint
DO $$
DECLARE
  of text;
BEGIN
  FOREACH of IN ARRAY ARRAY['reading', 'try_result', 'stage_check', 'device_note', 'eye_call', 'verdict', 'cause_said',
    'floor_event', 'audit_event'] LOOP
    EXECUTE format('CREATE TRIGGER %I BEFORE UPDATE OR DELETE ON %I FOR EACH ROW EXECUTE FUNCTION refuse_change()',
      of || '_append_only', of);
    PERFORM wall_in(of::regclass, true);
  END LOOP;
  FOREACH of IN ARRAY ARRAY['piece', 'defect', 'photo', 'standing', 'standing_evidence'] LOOP
    PERFORM wall_in(of::regclass, false);
  END LOOP;
END $$;
--> statement-breakpoint
CREATE TRIGGER floor_event_announced AFTER INSERT ON floor_event
  FOR EACH ROW EXECUTE FUNCTION announce_floor_event();--> statement-breakpoint
CREATE TRIGGER verdict_announced AFTER INSERT ON verdict
  FOR EACH ROW EXECUTE FUNCTION announce_verdict();
