CREATE TABLE "meter" (
	"id" uuid PRIMARY KEY NOT NULL,
	"workshop_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"name" text NOT NULL,
	"lag_s" double precision,
	"use" jsonb,
	"key_hash" text NOT NULL,
	"heard_at" timestamp with time zone,
	"withdrawn_at" timestamp with time zone,
	"made_by" uuid DEFAULT served_person(),
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	CONSTRAINT "meter_in_workshop" UNIQUE("workshop_id","id")
);
--> statement-breakpoint
CREATE TABLE "reading" (
	"workshop_id" uuid NOT NULL,
	"meter_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"value" double precision,
	"composition" jsonb,
	"job_id" uuid,
	"joint_id" uuid,
	"place" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	CONSTRAINT "reading_meter_id_at_pk" PRIMARY KEY("meter_id","at")
);
--> statement-breakpoint
CREATE TABLE "weld_entry" (
	"id" uuid PRIMARY KEY NOT NULL,
	"workshop_id" uuid NOT NULL,
	"job_id" uuid NOT NULL,
	"joint_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"entry" jsonb NOT NULL,
	"struck_out_at" timestamp with time zone,
	"struck_out_reason" text,
	"made_by" uuid DEFAULT served_person(),
	"made_from" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
ALTER TABLE "meter" ADD CONSTRAINT "meter_workshop_id_workshop_id_fk" FOREIGN KEY ("workshop_id") REFERENCES "public"."workshop"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "meter" ADD CONSTRAINT "meter_made_by" FOREIGN KEY ("workshop_id","made_by") REFERENCES "public"."membership"("workshop_id","person_id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reading" ADD CONSTRAINT "reading_workshop_id_workshop_id_fk" FOREIGN KEY ("workshop_id") REFERENCES "public"."workshop"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reading" ADD CONSTRAINT "reading_of_meter" FOREIGN KEY ("workshop_id","meter_id") REFERENCES "public"."meter"("workshop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reading" ADD CONSTRAINT "reading_of_job" FOREIGN KEY ("workshop_id","job_id") REFERENCES "public"."job"("workshop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "weld_entry" ADD CONSTRAINT "weld_entry_workshop_id_workshop_id_fk" FOREIGN KEY ("workshop_id") REFERENCES "public"."workshop"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "weld_entry" ADD CONSTRAINT "weld_entry_made_by" FOREIGN KEY ("workshop_id","made_by") REFERENCES "public"."membership"("workshop_id","person_id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "weld_entry" ADD CONSTRAINT "weld_entry_of_joint" FOREIGN KEY ("workshop_id","job_id","joint_id") REFERENCES "public"."joint"("workshop_id","job_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "reading_by_job" ON "reading" USING btree ("job_id","at");--> statement-breakpoint
CREATE INDEX "weld_entry_by_job" ON "weld_entry" USING btree ("job_id","at");
--> statement-breakpoint
-- The log of a weld and what meters showed are evidence: rows are added, an entry may be struck out once, nothing is rewritten.
CREATE OR REPLACE FUNCTION only_strike_out() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF OLD.struck_out_at IS NOT NULL
    OR (to_jsonb(NEW) - '{struck_out_at,struck_out_reason,updated_at,version}'::text[])
      IS DISTINCT FROM (to_jsonb(OLD) - '{struck_out_at,struck_out_reason,updated_at,version}'::text[]) THEN
    RAISE EXCEPTION 'a row of % may only be struck out, once', TG_TABLE_NAME USING ERRCODE = 'restrict_violation';
  END IF;
  RETURN NEW;
END $$;
--> statement-breakpoint
CREATE TRIGGER weld_entry_kept BEFORE DELETE ON "weld_entry" FOR EACH ROW EXECUTE FUNCTION refuse_rewriting();
--> statement-breakpoint
CREATE TRIGGER weld_entry_struck_out BEFORE UPDATE ON "weld_entry" FOR EACH ROW EXECUTE FUNCTION only_strike_out();
--> statement-breakpoint
CREATE TRIGGER weld_entry_told AFTER INSERT OR UPDATE ON "weld_entry" FOR EACH ROW EXECUTE FUNCTION tell_of_change();
--> statement-breakpoint
CREATE TRIGGER reading_kept BEFORE UPDATE OR DELETE ON "reading" FOR EACH ROW EXECUTE FUNCTION refuse_rewriting();
--> statement-breakpoint
CREATE TRIGGER meter_added AFTER INSERT ON "meter" FOR EACH ROW EXECUTE FUNCTION tell_of_change();
--> statement-breakpoint
CREATE TRIGGER meter_changed AFTER UPDATE ON "meter" FOR EACH ROW WHEN (OLD.version IS DISTINCT FROM NEW.version) EXECUTE FUNCTION tell_of_change();
--> statement-breakpoint
ALTER TABLE "weld_entry" ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY "of_workshop" ON "weld_entry" USING (workshop_id = served_workshop());
--> statement-breakpoint
ALTER TABLE "meter" ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY "of_workshop" ON "meter" USING (workshop_id = served_workshop());
--> statement-breakpoint
ALTER TABLE "reading" ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY "of_workshop" ON "reading" USING (workshop_id = served_workshop());
