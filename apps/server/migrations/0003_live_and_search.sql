-- Search over thousands of jobs: any part of a title or description.
CREATE EXTENSION IF NOT EXISTS pg_trgm;
--> statement-breakpoint
CREATE INDEX job_search ON "job" USING gin ((title || ' ' || item) gin_trgm_ops);
--> statement-breakpoint
CREATE INDEX job_by_environment ON "job" (workshop_id, (service ->> 'environment'));
--> statement-breakpoint
CREATE INDEX decision_by_rod ON "decision" (workshop_id, rod);
--> statement-breakpoint
-- Every process that serves this database hears of every change, whichever process made it.
CREATE FUNCTION tell_of_change() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  owner uuid;
  changed jsonb := to_jsonb(NEW);
BEGIN
  IF TG_TABLE_NAME = 'job' THEN owner := NEW.id;
  ELSIF TG_TABLE_NAME = 'field_test' THEN SELECT job_id INTO owner FROM piece WHERE id = NEW.piece_id;
  ELSIF changed ? 'job_id' THEN owner := (changed ->> 'job_id')::uuid;
  END IF;
  PERFORM pg_notify('variatum_change', json_build_object(
    'workshop', changed ->> CASE WHEN TG_TABLE_NAME = 'workshop' THEN 'id' ELSE 'workshop_id' END,
    'kind', TG_TABLE_NAME, 'id', NEW.id, 'job', owner, 'version', NEW.version)::text);
  RETURN NULL;
END $$;
--> statement-breakpoint
CREATE TRIGGER job_told AFTER INSERT OR UPDATE ON "job" FOR EACH ROW EXECUTE FUNCTION tell_of_change();
--> statement-breakpoint
CREATE TRIGGER piece_told AFTER INSERT OR UPDATE ON "piece" FOR EACH ROW EXECUTE FUNCTION tell_of_change();
--> statement-breakpoint
CREATE TRIGGER field_test_told AFTER INSERT OR UPDATE ON "field_test" FOR EACH ROW EXECUTE FUNCTION tell_of_change();
--> statement-breakpoint
CREATE TRIGGER joint_told AFTER INSERT OR UPDATE ON "joint" FOR EACH ROW EXECUTE FUNCTION tell_of_change();
--> statement-breakpoint
CREATE TRIGGER decision_told AFTER INSERT ON "decision" FOR EACH ROW EXECUTE FUNCTION tell_of_change();
--> statement-breakpoint
CREATE TRIGGER rod_stock_told AFTER INSERT OR UPDATE ON "rod_stock" FOR EACH ROW EXECUTE FUNCTION tell_of_change();
--> statement-breakpoint
CREATE TRIGGER workshop_told AFTER UPDATE ON "workshop" FOR EACH ROW EXECUTE FUNCTION tell_of_change();
