DROP INDEX "job_by_state";--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "standing" text DEFAULT 'came-in' NOT NULL;--> statement-breakpoint
CREATE INDEX "job_by_standing" ON "job" USING btree ("workshop_id","standing","updated_at") WHERE withdrawn_at is null;--> statement-breakpoint
-- Arcs of a job that were burnt to their end: tacks and runs of its plan, each once however often it was struck.
CREATE FUNCTION arcs_done(of_job uuid) RETURNS integer LANGUAGE sql STABLE AS $$
  SELECT count(DISTINCT (s.joint_id, s.entry ->> 'bead', s.entry ->> 'pass', s.entry ->> 'number'))::int
  FROM weld_entry s JOIN weld_entry e ON e.job_id = of_job AND e.struck_out_at IS NULL
    AND e.entry ->> 'of' = s.id::text AND e.entry ->> 'why' = 'end'
  WHERE s.job_id = of_job AND s.struck_out_at IS NULL AND s.entry ->> 'kind' = 'start' AND s.entry ->> 'bead' <> 'repair'
$$;--> statement-breakpoint
-- Arcs a job takes by its plan, as the last arc that was struck knew it; nothing where nobody could say.
CREATE FUNCTION arcs_planned(of_job uuid) RETURNS integer LANGUAGE sql STABLE AS $$
  SELECT (s.entry ->> 'planned')::int FROM weld_entry s
  WHERE s.job_id = of_job AND s.struck_out_at IS NULL AND s.entry ->> 'kind' = 'start' AND s.entry ? 'planned'
  ORDER BY s.at DESC, s.id DESC LIMIT 1
$$;--> statement-breakpoint
-- Where a job stands by its record. What a person says goes before it where it is more than that the job is in hand.
CREATE FUNCTION job_standing(of_job uuid, said text) RETURNS text LANGUAGE sql STABLE AS $$
  SELECT CASE
    WHEN said = 'out' OR EXISTS (SELECT 1 FROM job_record r WHERE r.job_id = of_job AND r.struck_out_at IS NULL
      AND r.entry ->> 'kind' IN ('in-service', 'seen')) THEN 'out'
    WHEN said = 'inspect' OR EXISTS (SELECT 1 FROM job_record r WHERE r.job_id = of_job AND r.struck_out_at IS NULL
      AND r.entry ->> 'kind' IN ('verdict', 'finding')) OR arcs_done(of_job) >= arcs_planned(of_job) THEN 'judge'
    WHEN EXISTS (SELECT 1 FROM weld_entry w WHERE w.job_id = of_job AND w.struck_out_at IS NULL
      AND w.entry ->> 'kind' = 'start') THEN 'welding'
    WHEN EXISTS (SELECT 1 FROM joint j WHERE j.job_id = of_job AND j.withdrawn_at IS NULL)
      AND NOT EXISTS (SELECT 1 FROM joint j WHERE j.job_id = of_job AND j.withdrawn_at IS NULL
        AND NOT EXISTS (SELECT 1 FROM decision d WHERE d.job_id = of_job AND (d.joint_id = j.id OR d.joint_id = j.alike_to)))
      THEN 'ready'
    WHEN EXISTS (SELECT 1 FROM joint j WHERE j.job_id = of_job AND j.withdrawn_at IS NULL)
      OR EXISTS (SELECT 1 FROM piece p WHERE p.job_id = of_job AND p.withdrawn_at IS NULL
        AND (p.grade IS NOT NULL OR p.weld_metal IS NOT NULL
          OR EXISTS (SELECT 1 FROM field_test t WHERE t.piece_id = p.id AND t.struck_out_at IS NULL))) THEN 'identify'
    ELSE 'came-in'
  END
$$;--> statement-breakpoint
-- Keeps where jobs stand with every change of what it follows from: once a statement, however many rows it has.
CREATE FUNCTION stand_jobs(jobs uuid[]) RETURNS void LANGUAGE sql AS $$
  UPDATE job SET standing = found.standing
    FROM (SELECT j.id, job_standing(j.id, j.state) AS standing FROM job j WHERE j.id = ANY (jobs)) found
    WHERE job.id = found.id AND job.standing IS DISTINCT FROM found.standing
$$;--> statement-breakpoint
CREATE FUNCTION keep_standing() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM stand_jobs(ARRAY(SELECT DISTINCT c.job_id FROM changed c));
  RETURN NULL;
END $$;--> statement-breakpoint
CREATE FUNCTION keep_standing_of_pieces() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM stand_jobs(ARRAY(SELECT DISTINCT p.job_id FROM changed c JOIN piece p ON p.id = c.piece_id));
  RETURN NULL;
END $$;--> statement-breakpoint
CREATE TRIGGER piece_added_stands AFTER INSERT ON "piece" REFERENCING NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION keep_standing();--> statement-breakpoint
CREATE TRIGGER piece_changed_stands AFTER UPDATE ON "piece" REFERENCING NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION keep_standing();--> statement-breakpoint
CREATE TRIGGER joint_added_stands AFTER INSERT ON "joint" REFERENCING NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION keep_standing();--> statement-breakpoint
CREATE TRIGGER joint_changed_stands AFTER UPDATE ON "joint" REFERENCING NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION keep_standing();--> statement-breakpoint
CREATE TRIGGER decision_added_stands AFTER INSERT ON "decision" REFERENCING NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION keep_standing();--> statement-breakpoint
CREATE TRIGGER weld_entry_added_stands AFTER INSERT ON "weld_entry" REFERENCING NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION keep_standing();--> statement-breakpoint
CREATE TRIGGER weld_entry_changed_stands AFTER UPDATE ON "weld_entry" REFERENCING NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION keep_standing();--> statement-breakpoint
CREATE TRIGGER job_record_added_stands AFTER INSERT ON "job_record" REFERENCING NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION keep_standing();--> statement-breakpoint
CREATE TRIGGER job_record_changed_stands AFTER UPDATE ON "job_record" REFERENCING NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION keep_standing();--> statement-breakpoint
CREATE TRIGGER field_test_added_stands AFTER INSERT ON "field_test" REFERENCING NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION keep_standing_of_pieces();--> statement-breakpoint
CREATE TRIGGER field_test_changed_stands AFTER UPDATE ON "field_test" REFERENCING NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION keep_standing_of_pieces();--> statement-breakpoint
CREATE FUNCTION stand_as_said() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  NEW.standing := job_standing(NEW.id, NEW.state);
  RETURN NEW;
END $$;--> statement-breakpoint
CREATE TRIGGER job_stands BEFORE INSERT OR UPDATE OF state ON "job" FOR EACH ROW EXECUTE FUNCTION stand_as_said();--> statement-breakpoint
UPDATE "job" SET standing = job_standing(id, state);

--> statement-breakpoint
-- Where a job stands is told with what it follows from: of the job itself only what somebody changed is.
DROP TRIGGER job_told ON "job";--> statement-breakpoint
CREATE TRIGGER job_added AFTER INSERT ON "job" FOR EACH ROW EXECUTE FUNCTION tell_of_change();--> statement-breakpoint
CREATE TRIGGER job_told AFTER UPDATE ON "job" FOR EACH ROW WHEN (OLD.version IS DISTINCT FROM NEW.version) EXECUTE FUNCTION tell_of_change();
