ALTER TABLE "school" ADD COLUMN "leaver_days" integer;--> statement-breakpoint
ALTER TABLE "school" ADD CONSTRAINT "school_leaver_days" CHECK ("school"."leaver_days" between 30 and 3650);--> statement-breakpoint
CREATE FUNCTION forget_leavers() RETURNS void LANGUAGE plpgsql SECURITY DEFINER SET search_path = public AS $$
DECLARE
  who uuid;
BEGIN
  FOR who IN
    SELECT p.id FROM membership m JOIN person p ON p.id = m.person_id JOIN school s ON s.id = m.school_id
    WHERE m.school_id = current_school() AND p.erased_at IS NULL
      AND m.left_at < now() - make_interval(days => s.leaver_days)
    FOR UPDATE OF p SKIP LOCKED
  LOOP
    PERFORM erase_person(who);
    INSERT INTO audit_event (school_id, person_id, action, subject_kind, subject_id)
    VALUES (current_school(), who, 'forget-leaver', 'person', who);
  END LOOP;
END $$;
--> statement-breakpoint
REVOKE ALL ON FUNCTION forget_leavers FROM PUBLIC;
--> statement-breakpoint
GRANT EXECUTE ON FUNCTION forget_leavers TO bell_step_records;
