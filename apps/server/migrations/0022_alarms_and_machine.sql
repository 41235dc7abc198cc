CREATE TABLE "alarm" (
	"id" uuid PRIMARY KEY NOT NULL,
	"workshop_id" uuid NOT NULL,
	"job_id" uuid NOT NULL,
	"joint_id" uuid,
	"meter_id" uuid NOT NULL,
	"what" text NOT NULL,
	"ppm" double precision NOT NULL,
	"started_at" timestamp with time zone NOT NULL,
	"ended_at" timestamp with time zone,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	CONSTRAINT "alarm_begins_once" UNIQUE("job_id","what","started_at")
);
--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "machine" jsonb DEFAULT '{"id":null,"socket":null}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "alarm" ADD CONSTRAINT "alarm_workshop_id_workshop_id_fk" FOREIGN KEY ("workshop_id") REFERENCES "public"."workshop"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "alarm" ADD CONSTRAINT "alarm_of_job" FOREIGN KEY ("workshop_id","job_id") REFERENCES "public"."job"("workshop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "alarm" ADD CONSTRAINT "alarm_of_meter" FOREIGN KEY ("workshop_id","meter_id") REFERENCES "public"."meter"("workshop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "alarm_stands_once" ON "alarm" USING btree ("meter_id","what") WHERE ended_at is null;--> statement-breakpoint
CREATE INDEX "alarm_stands" ON "alarm" USING btree ("workshop_id") WHERE ended_at is null;--> statement-breakpoint
-- An alarm begins once and ends once: nothing else of it is rewritten, and it is never erased.
CREATE FUNCTION only_end() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF OLD.ended_at IS NOT NULL
    OR (to_jsonb(NEW) - '{ended_at,updated_at,version}'::text[]) IS DISTINCT FROM (to_jsonb(OLD) - '{ended_at,updated_at,version}'::text[]) THEN
    RAISE EXCEPTION 'a row of % may only be ended, once', TG_TABLE_NAME USING ERRCODE = 'restrict_violation';
  END IF;
  RETURN NEW;
END $$;--> statement-breakpoint
CREATE TRIGGER alarm_kept BEFORE DELETE ON "alarm" FOR EACH ROW EXECUTE FUNCTION refuse_rewriting();--> statement-breakpoint
CREATE TRIGGER alarm_ended BEFORE UPDATE ON "alarm" FOR EACH ROW EXECUTE FUNCTION only_end();--> statement-breakpoint
CREATE TRIGGER alarm_told AFTER INSERT OR UPDATE ON "alarm" FOR EACH ROW EXECUTE FUNCTION tell_of_change();--> statement-breakpoint
ALTER TABLE "alarm" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY "of_workshop" ON "alarm" USING (workshop_id = served_workshop());--> statement-breakpoint
-- Meters that are in use, of whatever workshop: a process that begins looks after all of them, before it serves any workshop.
CREATE FUNCTION meters_in_use() RETURNS TABLE (workshop uuid, meter uuid) LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp AS $$
  SELECT m.workshop_id, m.id FROM meter m WHERE m.use IS NOT NULL AND m.withdrawn_at IS NULL
$$;
