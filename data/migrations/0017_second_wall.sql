-- Row-level security as a second wall: what the server reads and writes of a school it does in a role that owns
-- nothing, sees nothing of the sign-in, and is let through to the rows of one school only.
DO $$
BEGIN
  CREATE ROLE bell_step_records NOLOGIN;
EXCEPTION
  -- Roles are of the whole cluster: another database of it may have made it, just now.
  WHEN duplicate_object OR unique_violation THEN NULL;
END $$;
--> statement-breakpoint
DO $$
BEGIN
  IF NOT (SELECT rolsuper FROM pg_roles WHERE rolname = current_user) THEN
    EXECUTE format('GRANT bell_step_records TO %I', current_user);
  END IF;
END $$;
--> statement-breakpoint
CREATE FUNCTION current_school() RETURNS uuid LANGUAGE sql STABLE PARALLEL SAFE
  RETURN nullif(current_setting('bell_step.school', true), '')::uuid;
--> statement-breakpoint
GRANT USAGE ON SCHEMA public TO bell_step_records;
--> statement-breakpoint
-- Puts a table of the school's records behind the wall. A migration that adds one calls it.
CREATE FUNCTION wall_in(of regclass, append_only boolean) RETURNS void LANGUAGE plpgsql AS $$
BEGIN
  EXECUTE format('ALTER TABLE %s ENABLE ROW LEVEL SECURITY', of);
  EXECUTE format(
    'CREATE POLICY own_school ON %s TO bell_step_records USING (school_id = current_school()) WITH CHECK (school_id = current_school())',
    of);
  EXECUTE format('GRANT SELECT, INSERT ON %s TO bell_step_records', of);
  IF NOT append_only THEN
    EXECUTE format('GRANT UPDATE, DELETE ON %s TO bell_step_records', of);
  END IF;
END $$;
--> statement-breakpoint
REVOKE ALL ON FUNCTION wall_in FROM PUBLIC;
--> statement-breakpoint
SELECT wall_in(c.oid, EXISTS (
    SELECT FROM pg_trigger t WHERE t.tgrelid = c.oid AND t.tgname = c.relname || '_append_only'
  ) OR c.relname = 'audit_event')
FROM pg_class c
JOIN pg_attribute a ON a.attrelid = c.oid AND a.attname = 'school_id' AND NOT a.attisdropped
WHERE c.relkind = 'r' AND c.relnamespace = 'public'::regnamespace;
--> statement-breakpoint
ALTER TABLE school ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_school ON school TO bell_step_records USING (id = current_school()) WITH CHECK (id = current_school());
--> statement-breakpoint
GRANT SELECT, UPDATE ON school TO bell_step_records;
--> statement-breakpoint
GRANT USAGE ON ALL SEQUENCES IN SCHEMA public TO bell_step_records;
--> statement-breakpoint
-- What is only ever added is changed in one case: by the functions below, when somebody is erased, two entries
-- become one, or an event has been kept long enough.
CREATE OR REPLACE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF current_user <> 'bell_step_records' AND current_setting('bell_step.amending', true) = 'on' THEN
    RETURN coalesce(NEW, OLD);
  END IF;
  RAISE EXCEPTION '% is append-only: add a new row instead', TG_TABLE_NAME
    USING ERRCODE = 'restrict_violation';
END;
$$;
--> statement-breakpoint
CREATE TRIGGER audit_event_append_only BEFORE UPDATE OR DELETE ON audit_event
  FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE FUNCTION end_sessions_of(who uuid) RETURNS void LANGUAGE sql SECURITY DEFINER SET search_path = public
BEGIN ATOMIC
  DELETE FROM session USING person
  WHERE person.id = who AND person.school_id = current_school() AND session.user_id = person.user_id;
END;
--> statement-breakpoint
CREATE FUNCTION forget_events() RETURNS void LANGUAGE plpgsql SECURITY DEFINER SET search_path = public AS $$
BEGIN
  PERFORM set_config('bell_step.amending', 'on', true);
  DELETE FROM audit_event e USING school s
  WHERE s.id = current_school() AND e.school_id = s.id AND e.at < now() - make_interval(days => s.event_days);
  PERFORM set_config('bell_step.amending', '', true);
END $$;
--> statement-breakpoint
CREATE FUNCTION erase_person(who uuid) RETURNS void LANGUAGE plpgsql SECURITY DEFINER SET search_path = public AS $$
DECLARE
  school uuid := current_school();
  account text;
BEGIN
  SELECT user_id INTO account FROM person WHERE id = who AND school_id = school FOR UPDATE;
  IF NOT FOUND THEN RETURN; END IF;
  PERFORM set_config('bell_step.amending', 'on', true);
  DELETE FROM photo WHERE school_id = school AND piece_id IN (SELECT id FROM piece WHERE learner_id = who);
  UPDATE defect SET note = '' WHERE school_id = school AND piece_id IN (SELECT id FROM piece WHERE learner_id = who);
  UPDATE verdict SET override_reason = 'Erased with the learner.'
    WHERE school_id = school AND override_reason IS NOT NULL AND piece_id IN (SELECT id FROM piece WHERE learner_id = who);
  UPDATE next_choice SET reason = '' WHERE school_id = school AND learner_id = who;
  UPDATE piece SET tag = '–' || right(id::text, 12), shown_to = NULL WHERE school_id = school AND learner_id = who;
  DELETE FROM calendar_link WHERE school_id = school AND person_id = who;
  DELETE FROM join_link WHERE school_id = school AND person_id = who;
  DELETE FROM machine_clearance WHERE school_id = school AND person_id = who;
  UPDATE person SET name = 'Erased', tag_code = NULL, user_id = NULL, erased_at = now() WHERE id = who;
  DELETE FROM "user" WHERE id = account;
  PERFORM set_config('bell_step.amending', '', true);
END $$;
--> statement-breakpoint
CREATE FUNCTION merge_people(kept uuid, other uuid) RETURNS void LANGUAGE plpgsql SECURITY DEFINER SET search_path = public AS $$
DECLARE
  school uuid := current_school();
  kept_account text;
  other_account text;
  reference record;
BEGIN
  SELECT user_id INTO kept_account FROM person WHERE id = kept AND school_id = school FOR UPDATE;
  IF NOT FOUND THEN RETURN; END IF;
  SELECT user_id INTO other_account FROM person WHERE id = other AND school_id = school FOR UPDATE;
  IF NOT FOUND THEN RETURN; END IF;
  PERFORM set_config('bell_step.amending', 'on', true);
  -- Worked out again from the pieces.
  DELETE FROM standing_evidence WHERE school_id = school AND learner_id IN (kept, other);
  DELETE FROM standing WHERE school_id = school AND learner_id IN (kept, other);
  -- What both have once, one of them keeps.
  DELETE FROM machine_clearance o WHERE o.school_id = school AND o.person_id = other AND EXISTS (
    SELECT FROM machine_clearance k WHERE k.person_id = kept AND k.machine = o.machine);
  DELETE FROM evening_word o WHERE o.school_id = school AND o.learner_id = other AND EXISTS (
    SELECT FROM evening_word k WHERE k.learner_id = kept AND k.class_id = o.class_id AND k.revision_id = o.revision_id);
  DELETE FROM eye_call o WHERE o.school_id = school AND o.caller_id = other AND EXISTS (
    SELECT FROM eye_call k WHERE k.caller_id = kept AND k.piece_id = o.piece_id AND k.characteristic_id = o.characteristic_id);
  UPDATE piece SET learner_id = kept, number = number + (SELECT coalesce(max(number), 0) FROM piece WHERE learner_id = kept)
    WHERE school_id = school AND learner_id = other;
  UPDATE class_day SET instructors = array_replace(instructors, other, kept)
    WHERE school_id = school AND other = ANY (instructors);
  UPDATE demonstration SET learner_ids = array_replace(learner_ids, other, kept)
    WHERE school_id = school AND other = ANY (learner_ids);
  UPDATE floor_event SET event = jsonb_set(event, '{learnerId}', to_jsonb(kept))
    WHERE school_id = school AND learner_id = other;
  UPDATE sawn_bar SET cuts = replace(cuts::text, other::text, kept::text)::jsonb
    WHERE school_id = school AND cuts::text LIKE '%' || other || '%';
  UPDATE audit_event SET subject_id = kept WHERE school_id = school AND subject_id = other;
  DELETE FROM membership WHERE school_id = school AND person_id = other;
  -- Whatever else refers to a person.
  FOR reference IN
    SELECT c.conrelid::regclass AS of, a.attname AS field
    FROM pg_constraint c
    JOIN pg_attribute a ON a.attrelid = c.conrelid AND a.attnum = ANY (c.conkey) AND a.attname <> 'school_id'
    WHERE c.confrelid = 'person'::regclass AND c.contype = 'f' AND c.conparentid = 0
  LOOP
    EXECUTE format('UPDATE %s SET %I = $1 WHERE school_id = $2 AND %I = $3', reference.of, reference.field, reference.field)
      USING kept, school, other;
  END LOOP;
  IF other_account IS NOT NULL THEN
    UPDATE person SET user_id = NULL WHERE id = other;
    IF kept_account IS NULL THEN
      UPDATE person SET user_id = other_account WHERE id = kept;
    ELSE
      DELETE FROM "user" WHERE id = other_account;
    END IF;
  END IF;
  DELETE FROM person WHERE id = other;
  PERFORM set_config('bell_step.amending', '', true);
END $$;
--> statement-breakpoint
REVOKE ALL ON FUNCTION end_sessions_of, forget_events, erase_person, merge_people FROM PUBLIC;
--> statement-breakpoint
GRANT EXECUTE ON FUNCTION current_school, end_sessions_of, forget_events, erase_person, merge_people TO bell_step_records;
