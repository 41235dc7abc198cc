ALTER TABLE "piece" ADD COLUMN "thickness_text" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "workshop" ADD COLUMN "length_unit" text DEFAULT 'mm' NOT NULL;--> statement-breakpoint
ALTER TABLE "workshop" ADD COLUMN "temperature_unit" text DEFAULT '°C' NOT NULL;