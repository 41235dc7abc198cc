CREATE TABLE "job_record" (
	"id" uuid PRIMARY KEY NOT NULL,
	"workshop_id" uuid NOT NULL,
	"job_id" uuid NOT NULL,
	"joint_id" uuid,
	"entry" jsonb NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"struck_out_at" timestamp with time zone,
	"struck_out_reason" text,
	"made_by" uuid DEFAULT served_person(),
	"made_from" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
ALTER TABLE "workshop" ALTER COLUMN "rates" SET DEFAULT '{"currency":"","labourPerHour":null,"leastCharge":null,"callOut":null,"gasPerCubicMetre":null,"rodPerKg":null,"discEach":null,"tungstenEach":null,"materialMarkupPercent":null,"marginPercent":null}'::jsonb;--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "acceptance" text;--> statement-breakpoint
ALTER TABLE "workshop" ADD COLUMN "learnt_off" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "job_record" ADD CONSTRAINT "job_record_workshop_id_workshop_id_fk" FOREIGN KEY ("workshop_id") REFERENCES "public"."workshop"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "job_record" ADD CONSTRAINT "job_record_made_by" FOREIGN KEY ("workshop_id","made_by") REFERENCES "public"."membership"("workshop_id","person_id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "job_record" ADD CONSTRAINT "job_record_of_job" FOREIGN KEY ("workshop_id","job_id") REFERENCES "public"."job"("workshop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "job_record" ADD CONSTRAINT "job_record_of_joint" FOREIGN KEY ("workshop_id","job_id","joint_id") REFERENCES "public"."joint"("workshop_id","job_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "job_record_by_job" ON "job_record" USING btree ("job_id","at");--> statement-breakpoint
CREATE INDEX "job_record_looks" ON "job_record" USING btree ("workshop_id","job_id") WHERE entry ->> 'kind' in ('look-again', 'seen');--> statement-breakpoint
CREATE INDEX "job_record_teaches" ON "job_record" USING btree ("workshop_id","job_id") WHERE entry ->> 'kind' = 'seen' or entry ->> 'line' = 'ferrite';--> statement-breakpoint
CREATE INDEX "weld_entry_teaches" ON "weld_entry" USING btree ("workshop_id","job_id") WHERE entry ->> 'kind' = 'ferrite';--> statement-breakpoint
-- What was found, decided and seen is evidence: entries are added, one may be struck out once, nothing is rewritten.
CREATE TRIGGER job_record_kept BEFORE DELETE ON "job_record" FOR EACH ROW EXECUTE FUNCTION refuse_rewriting();
--> statement-breakpoint
CREATE TRIGGER job_record_struck_out BEFORE UPDATE ON "job_record" FOR EACH ROW EXECUTE FUNCTION only_strike_out();
--> statement-breakpoint
CREATE TRIGGER job_record_told AFTER INSERT OR UPDATE ON "job_record" FOR EACH ROW EXECUTE FUNCTION tell_of_change();
--> statement-breakpoint
ALTER TABLE "job_record" ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY "of_workshop" ON "job_record" USING (workshop_id = served_workshop());
