DROP INDEX "weld_entry_teaches";--> statement-breakpoint
ALTER TABLE "workshop" ADD COLUMN "learnt_since" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
CREATE INDEX "weld_entry_teaches" ON "weld_entry" USING btree ("workshop_id","job_id") WHERE entry ->> 'kind' in ('ferrite', 'start');
--> statement-breakpoint
-- Somebody who did something elsewhere that is brought in here: known by name, with nothing to sign in by. Who is somebody already
-- is never touched.
CREATE FUNCTION take_in_person(who uuid, given_name text) RETURNS void
LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
BEGIN
  IF EXISTS (SELECT 1 FROM person WHERE id = who) THEN RETURN; END IF;
  INSERT INTO person (id, name, sign_in_name) VALUES (who, given_name, 'elsewhere ' || who);
  INSERT INTO membership (workshop_id, person_id, role, left_at) VALUES (served_workshop(), who, 'reader', now());
END $$;
