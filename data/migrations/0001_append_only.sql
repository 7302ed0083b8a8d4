-- Records that prove something are added to, never rewritten.
CREATE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION '% is append-only: add a new row instead', TG_TABLE_NAME
    USING ERRCODE = 'restrict_violation';
END;
$$;
--> statement-breakpoint
CREATE TRIGGER exercise_revision_append_only BEFORE UPDATE OR DELETE ON exercise_revision
  FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER reading_append_only BEFORE UPDATE OR DELETE ON reading
  FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER verdict_append_only BEFORE UPDATE OR DELETE ON verdict
  FOR EACH ROW EXECUTE FUNCTION refuse_change();
