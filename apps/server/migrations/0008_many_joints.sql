-- A job has as many joints as its part; a joint names its pieces and where it sits on them.
ALTER TABLE "joint" DROP CONSTRAINT "joint_once";--> statement-breakpoint
ALTER TABLE "decision" ADD COLUMN "joint_id" uuid;--> statement-breakpoint
ALTER TABLE "field_test" ADD COLUMN "spot" jsonb;--> statement-breakpoint
ALTER TABLE "joint" ADD COLUMN "position" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "joint" ADD COLUMN "name" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "joint" ADD COLUMN "sides" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "joint" ADD COLUMN "fit" jsonb DEFAULT '{"gapMm":{"value":null,"typed":""},"landMm":{"value":null,"typed":""},"bevelDeg":{"value":null,"typed":""},"mismatchMm":{"value":null,"typed":""},"legMm":{"value":null,"typed":""}}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "joint" ADD COLUMN "length_mm" jsonb DEFAULT '{"value":null,"typed":""}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "joint" ADD COLUMN "course" text;--> statement-breakpoint
ALTER TABLE "joint" ADD COLUMN "alike_to" uuid;--> statement-breakpoint
ALTER TABLE "joint" ADD COLUMN "withdrawn_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "joint" ADD COLUMN "made_from" text;--> statement-breakpoint
ALTER TABLE "piece" ADD COLUMN "shape" text;--> statement-breakpoint
ALTER TABLE "piece" ADD COLUMN "length_mm" jsonb DEFAULT '{"value":null,"typed":""}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "piece" ADD COLUMN "width_mm" jsonb DEFAULT '{"value":null,"typed":""}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "piece" ADD COLUMN "end_outside_mm" jsonb DEFAULT '{"value":null,"typed":""}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "piece" ADD COLUMN "bend_deg" jsonb DEFAULT '{"value":null,"typed":""}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "piece" ADD COLUMN "count" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
CREATE INDEX "joint_by_job" ON "joint" USING btree ("job_id","position");--> statement-breakpoint
ALTER TABLE "joint" ADD CONSTRAINT "joint_in_workshop" UNIQUE("workshop_id","id");--> statement-breakpoint
ALTER TABLE "joint" ADD CONSTRAINT "joint_in_job" UNIQUE("workshop_id","job_id","id");--> statement-breakpoint
ALTER TABLE "decision" ADD CONSTRAINT "decision_for_joint" FOREIGN KEY ("workshop_id","job_id","joint_id") REFERENCES "public"."joint"("workshop_id","job_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "joint" ADD CONSTRAINT "joint_alike_to_joint" FOREIGN KEY ("workshop_id","job_id","alike_to") REFERENCES "public"."joint"("workshop_id","job_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
-- One joint stays one joint: that of all pieces the job has, and its decisions are decided for it.
UPDATE "joint" SET sides = (
  SELECT coalesce(jsonb_agg(jsonb_build_object('piece', kept.id, 'end', null, 'alongMm', '{"value":null,"typed":""}'::jsonb, 'clock', null) ORDER BY kept.position), '[]')
  FROM (SELECT id, position FROM piece WHERE piece.job_id = joint.job_id AND withdrawn_at IS NULL ORDER BY position LIMIT 4) kept);--> statement-breakpoint
ALTER TABLE "decision" DISABLE TRIGGER "decision_kept";--> statement-breakpoint
UPDATE "decision" SET joint_id = joint.id FROM "joint" WHERE joint.job_id = decision.job_id;--> statement-breakpoint
ALTER TABLE "decision" ENABLE TRIGGER "decision_kept";--> statement-breakpoint
-- The pieces of a joint are of its job, whoever writes it.
CREATE FUNCTION sides_of_job() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF EXISTS (
    SELECT 1 FROM jsonb_array_elements(NEW.sides) AS side
    WHERE NOT EXISTS (
      SELECT 1 FROM piece WHERE workshop_id = NEW.workshop_id AND job_id = NEW.job_id AND id = (side ->> 'piece')::uuid)) THEN
    RAISE EXCEPTION 'a joint names a piece that is not of its job'
      USING ERRCODE = 'foreign_key_violation', CONSTRAINT = 'joint_side_of_piece';
  END IF;
  RETURN NEW;
END $$;--> statement-breakpoint
CREATE TRIGGER joint_sides BEFORE INSERT OR UPDATE OF sides ON "joint" FOR EACH ROW EXECUTE FUNCTION sides_of_job();--> statement-breakpoint
-- Joints added at once take turns, as pieces do.
CREATE FUNCTION place_joint_last() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM pg_advisory_xact_lock(hashtextextended(NEW.job_id::text, 1));
  SELECT coalesce(max(position), -1) + 1 INTO NEW.position FROM joint WHERE job_id = NEW.job_id;
  RETURN NEW;
END $$;--> statement-breakpoint
CREATE TRIGGER joint_placed BEFORE INSERT ON "joint" FOR EACH ROW WHEN (NEW.position IS NULL OR NEW.position < 0) EXECUTE FUNCTION place_joint_last();
