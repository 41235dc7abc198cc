CREATE TABLE "preparation_tick" (
	"id" uuid PRIMARY KEY NOT NULL,
	"workshop_id" uuid NOT NULL,
	"job_id" uuid NOT NULL,
	"key" text NOT NULL,
	"state" text NOT NULL,
	"way" text,
	"made_from" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "purge" jsonb DEFAULT '{"dams":[],"vents":[],"feed":null,"seal":null,"flowLpm":{"value":null,"typed":""},"targetPpm":null,"volumeL":null,"cylinderL":null,"cylinderBar":null,"clock":null}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "joint" ADD COLUMN "settings" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "preparation_tick" ADD CONSTRAINT "preparation_tick_workshop_id_workshop_id_fk" FOREIGN KEY ("workshop_id") REFERENCES "public"."workshop"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "preparation_tick" ADD CONSTRAINT "preparation_tick_of_job" FOREIGN KEY ("workshop_id","job_id") REFERENCES "public"."job"("workshop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "preparation_tick_by_job" ON "preparation_tick" USING btree ("job_id","created_at");--> statement-breakpoint
-- What was said of the preparation is evidence: rows are added, nothing is rewritten.
CREATE TRIGGER preparation_tick_kept BEFORE UPDATE OR DELETE ON "preparation_tick" FOR EACH ROW EXECUTE FUNCTION refuse_rewriting();
--> statement-breakpoint
CREATE TRIGGER preparation_tick_told AFTER INSERT ON "preparation_tick" FOR EACH ROW EXECUTE FUNCTION tell_of_change();
--> statement-breakpoint
ALTER TABLE "preparation_tick" ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY "of_workshop" ON "preparation_tick" USING (workshop_id = served_workshop());
