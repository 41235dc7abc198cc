-- A thing belongs to a job, a piece or a picture of its own workshop: no statement can cross that.
ALTER TABLE "joint" DROP CONSTRAINT "joint_of_job";
--> statement-breakpoint
ALTER TABLE "decision" DROP CONSTRAINT "decision_job_id_job_id_fk";
--> statement-breakpoint
ALTER TABLE "field_test" DROP CONSTRAINT "field_test_piece_id_piece_id_fk";
--> statement-breakpoint
ALTER TABLE "joint" DROP CONSTRAINT "joint_job_id_job_id_fk";
--> statement-breakpoint
ALTER TABLE "photo" DROP CONSTRAINT "photo_job_id_job_id_fk";
--> statement-breakpoint
ALTER TABLE "photo" DROP CONSTRAINT "photo_piece_id_piece_id_fk";
--> statement-breakpoint
ALTER TABLE "photo_file" DROP CONSTRAINT "photo_file_photo_id_photo_id_fk";
--> statement-breakpoint
ALTER TABLE "piece" DROP CONSTRAINT "piece_job_id_job_id_fk";
--> statement-breakpoint
ALTER TABLE "decision" ADD COLUMN "made_from" text;
--> statement-breakpoint
ALTER TABLE "field_test" ADD COLUMN "made_from" text;
--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "made_from" text;
--> statement-breakpoint
ALTER TABLE "photo" ADD COLUMN "made_from" text;
--> statement-breakpoint
ALTER TABLE "piece" ADD COLUMN "made_from" text;
--> statement-breakpoint
ALTER TABLE "job" ADD CONSTRAINT "job_in_workshop" UNIQUE("workshop_id","id");
--> statement-breakpoint
ALTER TABLE "joint" ADD CONSTRAINT "joint_once" UNIQUE("job_id");
--> statement-breakpoint
ALTER TABLE "photo" ADD CONSTRAINT "photo_in_workshop" UNIQUE("workshop_id","id");
--> statement-breakpoint
ALTER TABLE "piece" ADD CONSTRAINT "piece_in_workshop" UNIQUE("workshop_id","id");
--> statement-breakpoint
ALTER TABLE "piece" ADD CONSTRAINT "piece_in_job" UNIQUE("workshop_id","job_id","id");
--> statement-breakpoint
ALTER TABLE "decision" ADD CONSTRAINT "decision_of_job" FOREIGN KEY ("workshop_id","job_id") REFERENCES "public"."job"("workshop_id","id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "field_test" ADD CONSTRAINT "field_test_of_piece" FOREIGN KEY ("workshop_id","piece_id") REFERENCES "public"."piece"("workshop_id","id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "joint" ADD CONSTRAINT "joint_of_job" FOREIGN KEY ("workshop_id","job_id") REFERENCES "public"."job"("workshop_id","id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "photo" ADD CONSTRAINT "photo_of_job" FOREIGN KEY ("workshop_id","job_id") REFERENCES "public"."job"("workshop_id","id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "photo" ADD CONSTRAINT "photo_of_piece" FOREIGN KEY ("workshop_id","job_id","piece_id") REFERENCES "public"."piece"("workshop_id","job_id","id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "photo_file" ADD CONSTRAINT "photo_file_of_photo" FOREIGN KEY ("workshop_id","photo_id") REFERENCES "public"."photo"("workshop_id","id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "piece" ADD CONSTRAINT "piece_of_job" FOREIGN KEY ("workshop_id","job_id") REFERENCES "public"."job"("workshop_id","id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
-- Pieces added at once take turns: each sees those before it, so that no two stand at the same place.
CREATE FUNCTION place_last() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM pg_advisory_xact_lock(hashtextextended(NEW.job_id::text, 0));
  SELECT coalesce(max(position), -1) + 1 INTO NEW.position FROM piece WHERE job_id = NEW.job_id;
  RETURN NEW;
END $$;
--> statement-breakpoint
CREATE TRIGGER piece_placed BEFORE INSERT ON "piece" FOR EACH ROW WHEN (NEW.position IS NULL OR NEW.position < 0) EXECUTE FUNCTION place_last();
--> statement-breakpoint
-- How often each client has asked within the running minute, for all processes together; not worth writing to the log.
CREATE UNLOGGED TABLE "request_count" (key varchar(255) PRIMARY KEY, points integer NOT NULL DEFAULT 0, expire bigint);
