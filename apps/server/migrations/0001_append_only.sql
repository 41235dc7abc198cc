-- The log of field tests and the decisions are evidence: rows are added, a test may be struck out once, nothing is rewritten.
CREATE FUNCTION refuse_rewriting() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION 'rows of % are never changed or deleted', TG_TABLE_NAME USING ERRCODE = 'restrict_violation';
END $$;
--> statement-breakpoint
CREATE FUNCTION only_strike_out() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF OLD.struck_out_at IS NOT NULL
    OR (to_jsonb(NEW) - '{struck_out_at,struck_out_reason,updated_at,version}'::text[])
      IS DISTINCT FROM (to_jsonb(OLD) - '{struck_out_at,struck_out_reason,updated_at,version}'::text[]) THEN
    RAISE EXCEPTION 'a field test may only be struck out, once' USING ERRCODE = 'restrict_violation';
  END IF;
  RETURN NEW;
END $$;
--> statement-breakpoint
CREATE TRIGGER field_test_kept BEFORE DELETE ON "field_test" FOR EACH ROW EXECUTE FUNCTION refuse_rewriting();
--> statement-breakpoint
CREATE TRIGGER field_test_struck_out BEFORE UPDATE ON "field_test" FOR EACH ROW EXECUTE FUNCTION only_strike_out();
--> statement-breakpoint
CREATE TRIGGER decision_kept BEFORE UPDATE OR DELETE ON "decision" FOR EACH ROW EXECUTE FUNCTION refuse_rewriting();
