CREATE TABLE "photo" (
	"id" uuid PRIMARY KEY NOT NULL,
	"workshop_id" uuid NOT NULL,
	"job_id" uuid NOT NULL,
	"piece_id" uuid,
	"media_type" text NOT NULL,
	"width_pixels" integer NOT NULL,
	"height_pixels" integer NOT NULL,
	"turn" integer DEFAULT 0 NOT NULL,
	"caption" text DEFAULT '' NOT NULL,
	"withdrawn_at" timestamp with time zone,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "photo_file" (
	"photo_id" uuid PRIMARY KEY NOT NULL,
	"workshop_id" uuid NOT NULL,
	"bytes" "bytea" NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "temperature_text" jsonb DEFAULT '["",""]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "piece" ADD COLUMN "outside_mm" double precision;--> statement-breakpoint
ALTER TABLE "piece" ADD COLUMN "outside_text" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "piece" ADD COLUMN "condition" text;--> statement-breakpoint
ALTER TABLE "piece" ADD COLUMN "marks" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "piece" ADD COLUMN "likely_family" text;--> statement-breakpoint
ALTER TABLE "workshop" ADD COLUMN "flow_unit" text DEFAULT 'L/min' NOT NULL;--> statement-breakpoint
ALTER TABLE "workshop" ADD COLUMN "machines" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "workshop" ADD COLUMN "gases" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "workshop" ADD COLUMN "acceptance_profiles" jsonb;--> statement-breakpoint
ALTER TABLE "workshop" ADD COLUMN "rates" jsonb DEFAULT '{"currency":"","labourPerHour":null,"leastCharge":null,"callOut":null,"materialMarkupPercent":null}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "photo" ADD CONSTRAINT "photo_workshop_id_workshop_id_fk" FOREIGN KEY ("workshop_id") REFERENCES "public"."workshop"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "photo" ADD CONSTRAINT "photo_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "photo" ADD CONSTRAINT "photo_piece_id_piece_id_fk" FOREIGN KEY ("piece_id") REFERENCES "public"."piece"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "photo_file" ADD CONSTRAINT "photo_file_photo_id_photo_id_fk" FOREIGN KEY ("photo_id") REFERENCES "public"."photo"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "photo_file" ADD CONSTRAINT "photo_file_workshop_id_workshop_id_fk" FOREIGN KEY ("workshop_id") REFERENCES "public"."workshop"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "photo_by_job" ON "photo" USING btree ("job_id","created_at");--> statement-breakpoint
CREATE INDEX "job_by_day" ON "job" USING btree ("workshop_id","created_at");--> statement-breakpoint
CREATE INDEX "piece_by_family" ON "piece" USING btree ("workshop_id","likely_family");--> statement-breakpoint
CREATE TRIGGER photo_told AFTER INSERT OR UPDATE ON "photo" FOR EACH ROW EXECUTE FUNCTION tell_of_change();
--> statement-breakpoint
-- A picture is evidence: it may be withdrawn, its bytes stay as they came.
CREATE TRIGGER photo_file_kept BEFORE UPDATE OR DELETE ON "photo_file" FOR EACH ROW EXECUTE FUNCTION refuse_rewriting();
--> statement-breakpoint
-- What the server reckons of a piece is no change of it: only a new version is told.
DROP TRIGGER piece_told ON "piece";
--> statement-breakpoint
CREATE TRIGGER piece_added AFTER INSERT ON "piece" FOR EACH ROW EXECUTE FUNCTION tell_of_change();
--> statement-breakpoint
CREATE TRIGGER piece_changed AFTER UPDATE ON "piece" FOR EACH ROW WHEN (OLD.version IS DISTINCT FROM NEW.version) EXECUTE FUNCTION tell_of_change();
