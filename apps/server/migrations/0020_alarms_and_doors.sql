DROP INDEX "job_record_teaches";--> statement-breakpoint
ALTER TABLE "invitation" ADD COLUMN "by_machine" boolean DEFAULT false NOT NULL;--> statement-breakpoint
CREATE INDEX "decision_by_workshop" ON "decision" USING btree ("workshop_id","job_id");--> statement-breakpoint
CREATE INDEX "job_record_teaches" ON "job_record" USING btree ("workshop_id","job_id") WHERE entry ->> 'kind' in ('seen', 'minutes') or entry ->> 'line' = 'ferrite';--> statement-breakpoint
-- Takes an invitation up, once: makes the person, or sets the password of the one it was made for, or takes one who is there
-- already into another workshop. What a code is worth is asked now, not when it was made: whoever made it must own the workshop
-- still, whoever it was made for must still be what they were, and work nowhere else. A new password changes no membership.
-- Answers nobody when the code is not good.
CREATE OR REPLACE FUNCTION accept_invitation(given_hash text, new_person uuid, known_person uuid, given_sign_in_name text, given_name text, given_password text)
RETURNS TABLE (person uuid, workshop uuid)
LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
DECLARE
  taken invitation%ROWTYPE;
  who uuid;
BEGIN
  SELECT * INTO taken FROM invitation WHERE code_hash = given_hash AND used_at IS NULL AND expires_at > now() FOR UPDATE;
  IF NOT FOUND THEN RETURN; END IF;
  IF taken.made_by IS NOT NULL THEN
    PERFORM 1 FROM membership m WHERE m.workshop_id = taken.workshop_id AND m.person_id = taken.made_by AND m.role = 'owner' AND m.left_at IS NULL;
    IF NOT FOUND THEN RETURN; END IF;
  END IF;
  IF taken.person_id IS NOT NULL THEN
    who := taken.person_id;
    PERFORM 1 FROM membership m WHERE m.workshop_id = taken.workshop_id AND m.person_id = who AND m.role = taken.role AND m.left_at IS NULL;
    IF NOT FOUND THEN RETURN; END IF;
    PERFORM 1 FROM membership m WHERE m.person_id = who AND m.workshop_id <> taken.workshop_id AND m.left_at IS NULL;
    IF FOUND AND NOT taken.by_machine THEN RETURN; END IF;
    UPDATE person SET sign_in_name = given_sign_in_name, name = given_name, password_hash = given_password, updated_at = now(), version = person.version + 1
      WHERE person.id = who;
  ELSE
    IF known_person IS NOT NULL THEN
      who := known_person;
      PERFORM 1 FROM membership m WHERE m.workshop_id = taken.workshop_id AND m.person_id = who AND m.left_at IS NULL;
      IF FOUND THEN RETURN; END IF;
    ELSE
      who := new_person;
      INSERT INTO person (id, name, sign_in_name, password_hash) VALUES (who, given_name, given_sign_in_name, given_password);
    END IF;
    INSERT INTO membership (workshop_id, person_id, role) VALUES (taken.workshop_id, who, taken.role)
      ON CONFLICT (workshop_id, person_id) DO UPDATE SET role = excluded.role, left_at = NULL, pseudonym = NULL, updated_at = now(), version = membership.version + 1;
    -- Codes that were made before anybody here had a name end with the first who has one.
    IF taken.made_by IS NULL THEN
      UPDATE invitation i SET expires_at = now(), updated_at = now(), version = i.version + 1
        WHERE i.workshop_id = taken.workshop_id AND i.made_by IS NULL AND i.person_id IS NULL AND i.used_at IS NULL AND i.id <> taken.id;
    END IF;
  END IF;
  UPDATE invitation i SET used_at = now(), updated_at = now(), version = i.version + 1 WHERE i.id = taken.id;
  RETURN QUERY SELECT who, taken.workshop_id;
END $$;
